<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useJob } from '../../../state/job'

/** On a narrow screen the answer stays in view while one edits: what it is now, what it was before. */
const store = useJob()
const now = computed(() => {
  const plan = store.run_plan
  if (!plan) return ''
  return plan.sized ? `${plan.headline}, drop ${plan.drop_percent.toFixed(1)} %` : plan.headline
})
const was = ref('')
watch([() => store.run_id, now], ([run, after], [before_run, before]) => {
  if (run !== before_run) was.value = ''
  else if (after !== before) was.value = before ?? ''
})
</script>

<template>
  <p v-if="now" class="answer-bar" aria-live="polite">
    <b>{{ now }}</b><span v-if="was">was {{ was }}</span>
  </p>
</template>

<style scoped>
.answer-bar {
  display: none;
}
@media (max-width: 900px) {
  .answer-bar {
    display: flex;
    flex-wrap: wrap;
    gap: 0 10px;
    position: sticky;
    bottom: 0;
    z-index: 3;
    margin: 0;
    padding: 8px 14px;
    background: rgb(var(--v-theme-surface));
    border-top: 2px solid rgb(var(--v-theme-primary));
  }
}
</style>
