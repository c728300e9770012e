<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useJob } from '../../state/job'
import { fill } from '../../state/terms'
import { STEPS } from '../../state/steps'

const props = defineProps<{ step: string }>()
const store = useJob()
const router = useRouter()
/** What must be cured, by the step it belongs to. */
const open = computed(() => {
  const count: Record<string, number> = {}
  for (const one of store.plan?.findings ?? [])
    if (one.severity === 'stop' || one.severity === 'fix') count[one.step] = (count[one.step] ?? 0) + 1
  return count
})
const items = computed(() => STEPS.map((s, i) => ({ ...s, number: i + 1, note: noteOf(s.key, !s.coming) })))

function noteOf(key: string, built: boolean): string {
  if (!built) return 'not built'
  if (open.value[key]) return `${open.value[key]} to cure`
  if (key === 'survey') return counted(Object.keys(store.job?.enclosures ?? {}).length, '{can}', '{cans}')
  if (key === 'loads') return counted(Object.keys(store.plan?.loads ?? {}).length, 'load', 'loads')
  if (key === 'panels') return counted(Object.keys(store.job?.circuits ?? {}).length, 'circuit', 'circuits')
  if (key === 'electrodes')
    return `${Object.values(store.job?.electrodes ?? {}).filter((e) => e.status !== 'remove').length} noted`
  if (['route', 'neutrals', 'sizing'].includes(key)) return store.run_id ? 'nothing to cure' : 'nothing yet'
  return store.state ? `rev ${store.state.revision}` : ''
}

function counted(count: number, one: string, more: string): string {
  return `${count} ${fill(count === 1 ? one : more)}`
}

const choices = computed(() =>
  items.value.map((item) => ({
    value: item.key,
    title: `${item.number} ${item.title}${item.coming ? ' (not built)' : ''}`,
  })),
)
function go(step: string): void {
  void router.push(`/jobs/${store.state?.id}/${step}`)
}
</script>

<template>
  <nav class="rail" aria-label="Order of work">
    <router-link
      v-for="item in items"
      :key="item.key"
      :to="`/jobs/${store.state?.id}/${item.key}`"
      class="rail-step"
      :class="{ here: item.key === props.step, unbuilt: item.coming }"
      :aria-current="item.key === props.step ? 'page' : undefined">
      <span>{{ item.number }} {{ item.title }}</span
      ><small>{{ item.note }}</small>
    </router-link>
    <v-select class="rail-select" label="Step" :model-value="props.step" :items="choices" @update:model-value="go" />
  </nav>
</template>

<style scoped>
.rail {
  background: rgb(var(--v-theme-rail));
  border-right: 1px solid rgb(var(--v-theme-line));
  padding-top: 8px;
  overflow-y: auto;
}
.rail-step {
  display: flex;
  flex-direction: column;
  justify-content: center;
  min-height: 46px;
  padding: 2px 10px 2px 12px;
  border-left: 4px solid transparent;
  color: rgb(var(--v-theme-on-background));
  text-decoration: none;
  font-size: 15px;
  line-height: 1.2;
}
.rail-step.here {
  background: rgb(var(--v-theme-surface));
  border-left-color: rgb(var(--v-theme-primary));
  font-weight: 700;
}
.rail-step:not(.here):hover {
  background: rgba(var(--v-theme-surface), 0.5);
}
.rail-select {
  display: none;
}
@media (max-width: 900px) {
  .rail {
    border: 0;
    padding: 4px 12px;
  }
  .rail-step {
    display: none;
  }
  .rail-select {
    display: flex;
    padding-top: 8px;
    font-weight: 700;
  }
}
</style>
