<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import FindDialog from '../components/frame/FindDialog.vue'
import HelpDialog from '../components/frame/HelpDialog.vue'
import JobDialog from '../components/frame/JobDialog.vue'
import RulesDialog from '../components/frame/RulesDialog.vue'
import StepPending from '../components/frame/StepPending.vue'
import TopBar from '../components/frame/TopBar.vue'
import WorkRail from '../components/frame/WorkRail.vue'
import { useJobActions } from './useJobActions'
import { useFocusBack } from '../composables/useFocusBack'
import { useShortcuts } from '../composables/useShortcuts'
import { loadTheRest, viewOf } from './views'
import { useJob } from '../state/job'
import { asked, working } from '../state/settings'

const route = useRoute()
const store = useJob()
const helping = ref(false)
const finding = ref(false)
const ruling = ref(false)
const naming = ref(false)
const lost = ref('')
const id = computed(() => String(route.params.id))
const step = computed(() => String(route.params.step))
watch(
  id,
  async (now) => {
    lost.value = ''
    try {
      await store.load(now)
      loadTheRest()
      document.title = `${store.job?.name ?? 'Job'} · North Span`
    } catch (error) {
      if (!(error instanceof Error)) throw error
      lost.value = error.message
    }
  },
  { immediate: true },
)

const { actions, nextRun, otherMetal, resize } = useJobActions({ helping, ruling, naming })
watch(asked, (now) => now && (finding.value = true))
watch(finding, (now) => !now && (asked.value = ''))
const view = computed(() => viewOf(step.value) ?? StepPending)

for (const open of [helping, finding, ruling, naming]) useFocusBack(open)
useShortcuts({
  '[': () => nextRun(-1),
  ']': () => nextRun(1),
  '-': () => resize(store.run_plan?.smaller),
  '=': () => resize(store.run_plan?.larger),
  m: otherMetal,
  w: () => (working.value = !working.value),
  '/': () => (finding.value = true),
  '?': () => (helping.value = true),
  'mod+z': () => void store.undo(),
  'mod+shift+z': () => void store.redo(),
})
</script>

<template>
  <div class="job-page">
    <TopBar @help="helping = true" @find="finding = true" @rules="ruling = true" @job="naming = true" />
    <div v-if="store.trouble" class="trouble" role="alert">
      <span>{{ store.trouble.text }}</span>
      <v-btn v-if="store.trouble.retry" variant="outlined" @click="store.trouble.retry()">Save my change again</v-btn>
      <v-btn @click="store.trouble = null">Close</v-btn>
    </div>
    <main v-if="lost" class="pending">
      <h1>Not here</h1>
      <p>{{ lost }}</p>
      <p><router-link to="/">Go to the jobs</router-link></p>
    </main>
    <div v-else-if="store.state?.id === id" class="job-body">
      <WorkRail :step="step" />
      <component
        :is="view"
        id="work"
        tabindex="-1"
        :class="`step-${step}`"
        v-bind="view === StepPending ? { step } : {}" />
    </div>
    <main v-else class="pending"><p>Opening the job.</p></main>
    <HelpDialog v-model="helping" />
    <RulesDialog v-model="ruling" />
    <JobDialog v-model="naming" />
    <FindDialog v-model="finding" :actions="actions" :start="asked" />
  </div>
</template>

<style scoped>
.job-page {
  height: 100vh;
  display: flex;
  flex-direction: column;
}
.job-body {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 152px 1fr;
}
@media (max-width: 900px) {
  .job-page {
    height: auto;
    min-height: 100vh;
  }
  .job-body {
    display: block;
  }
}
@media print {
  .job-page,
  .job-page .job-body {
    display: block;
    height: auto;
    max-height: none;
    width: auto;
    overflow: visible;
  }
}
</style>

<style src="./JobPage.css"></style>
