<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import BondsView from '../components/neutrals/BondsView.vue'
import ElectrodesView from '../components/electrodes/ElectrodesView.vue'
import FindDialog, { type Action } from '../components/frame/FindDialog.vue'
import LoadsView from '../components/loads/LoadsView.vue'
import RulesDialog from '../components/frame/RulesDialog.vue'
import HelpDialog from '../components/frame/HelpDialog.vue'
import RecordView from '../components/record/RecordView.vue'
import RouteView from '../components/route/RouteView.vue'
import SizingView from '../components/sizing/SizingView.vue'
import StepPending from '../components/frame/StepPending.vue'
import SurveyView from '../components/survey/SurveyView.vue'
import TopBar from '../components/frame/TopBar.vue'
import WorkRail from '../components/frame/WorkRail.vue'
import type { PartKind } from '../api/client'
import { useRunEdits } from '../composables/useRunEdits'
import { useShowFinding } from '../composables/useShowFinding'
import { useShortcuts } from '../composables/useShortcuts'
import { useJob } from '../state/job'
import { siting, useSettings } from '../state/settings'
import { STEPS } from '../state/steps'

const route = useRoute()
const router = useRouter()
const store = useJob()
const settings = useSettings()
const edits = useRunEdits()
const helping = ref(false)
const finding = ref(false)
const ruling = ref(false)
const working = ref(!window.matchMedia('(max-width: 900px)').matches) // long, so it waits folded on a phone
const lost = ref('')
const id = computed(() => String(route.params.id))
const step = computed(() => String(route.params.step))
watch(
  id,
  async (now) => {
    lost.value = ''
    try {
      await store.load(now)
      document.title = `${store.job?.name ?? 'Job'} · North Span`
    } catch (error) {
      if (!(error instanceof Error)) throw error
      lost.value = error.message
    }
  },
  { immediate: true },
)

function nextRun(by: number): void {
  const runs = Object.keys(store.plan?.runs ?? {})
  const at = runs.indexOf(store.run_id)
  const next = runs[(at + by + runs.length) % runs.length]
  if (next) void store.choose(next)
}

function otherMetal(): void {
  const metals = store.options?.metals.map((m) => m.value) ?? []
  const next = metals[(metals.indexOf(store.run_plan?.metal ?? '') + 1) % metals.length]
  if (next) void edits.setMetal(next)
}

function survey(kind: PartKind, key: string): void {
  store.pick(kind, key)
  void router.push(`/jobs/${id.value}/${kind === 'loads' ? 'loads' : 'survey'}`)
}

async function wholeSite(): Promise<void> {
  await router.push(`/jobs/${id.value}/sizing`)
  siting.value = true
}

function saveFile(): void {
  window.location.assign(`/api/jobs/${id.value}/export/job.json`)
}

const show = useShowFinding()
const named = (parts: Record<string, { name: string }> | undefined) => Object.entries(parts ?? {})
const actions = computed<Action[]>(() => [
  {
    words: 'A size smaller',
    keys: '−',
    also: 'thinner wire conductor',
    run: () => void edits.pinSize(store.run_plan?.smaller ?? ''),
  },
  {
    words: 'A size larger',
    keys: '=',
    also: 'thicker wire conductor upsize',
    run: () => void edits.pinSize(store.run_plan?.larger ?? ''),
  },
  { words: 'Unpin: let the rules choose the size', keys: '', run: () => void edits.unpin() },
  { words: 'The other metal', keys: 'm', also: 'copper aluminum aluminium', run: otherMetal },
  { words: 'Previous run', keys: '[', run: () => nextRun(-1) },
  { words: 'Next run', keys: ']', run: () => nextRun(1) },
  { words: 'The whole site at once', keys: '', also: 'cheapest optimum cost all runs', run: () => void wholeSite() },
  {
    words: 'What can it carry?',
    keys: '',
    also: 'reverse cable in the wall ampacity calculator',
    run: () => void router.push('/carry'),
  },
  {
    words: 'Show or hide the working',
    keys: 'w',
    also: 'calculation steps citations',
    run: () => (working.value = !working.value),
  },
  { words: 'Undo', keys: 'Ctrl Z', run: () => void store.undo() },
  { words: 'Redo', keys: 'Ctrl Shift Z', run: () => void store.redo() },
  {
    words: `Show lengths in ${store.units === 'feet' ? 'metres' : 'feet'}`,
    keys: '',
    also: 'units metric imperial meters',
    run: () => void store.changeUnits(),
  },
  { words: 'Save the job as a file', keys: '', also: 'export json download', run: saveFile },
  { words: 'Light or dark colors', keys: '', also: 'theme night', run: settings.changeTheme },
  {
    words: 'Calculation sheet to print',
    keys: '',
    also: 'inspector paper pdf',
    run: () => void router.push(`/jobs/${id.value}/sheet`),
  },
  {
    words: 'Rules this job follows',
    keys: '',
    also: 'code rulebook not covered limits canada britain',
    run: () => (ruling.value = true),
  },
  { words: 'All jobs', keys: '', run: () => void router.push('/') },
  { words: 'Help and keys', keys: '?', also: 'shortcuts keyboard', run: () => (helping.value = true) },
  ...STEPS.map((s) => ({
    words: `Step ${s.title}`,
    keys: '',
    also: s.also,
    run: () => void router.push(`/jobs/${id.value}/${s.key}`),
  })),
  ...named(store.plan?.runs).map(([key, run]) => ({
    words: `Go to ${run.name}`,
    keys: '',
    also: `run ${key} ${store.job?.runs[key]?.kind ?? ''}`,
    run: () => void store.choose(key),
  })),
  ...named(store.job?.enclosures).map(([key, can]) => ({
    words: `Survey ${can.name}`,
    keys: '',
    also: `can ${key}`,
    run: () => survey('enclosures', key),
  })),
  ...named(store.job?.sources).map(([key, one]) => ({
    words: `Survey ${one.name}`,
    keys: '',
    also: `source ${key}`,
    run: () => survey('sources', key),
  })),
  ...named(store.job?.buildings).map(([key, one]) => ({
    words: `Survey ${one.name}`,
    keys: '',
    also: `building ${key}`,
    run: () => survey('buildings', key),
  })),
  ...named(store.job?.electrodes).map(([key, one]) => ({
    words: `Survey ${one.name}`,
    keys: '',
    also: `electrode ground rod ${key}`,
    run: () => survey('electrodes', key),
  })),
  ...named(store.job?.loads).map(([key, one]) => ({
    words: `Load ${one.name}`,
    keys: '',
    also: `appliance ${key}`,
    run: () => survey('loads', key),
  })),
  ...(store.plan?.findings ?? []).map((one) => ({
    words: one.text,
    keys: one.severity,
    also: `finding ${one.citation} ${one.why}`,
    run: () => show(one),
  })),
])

useShortcuts({
  '[': () => nextRun(-1),
  ']': () => nextRun(1),
  '-': () => void edits.pinSize(store.run_plan?.smaller ?? ''),
  '=': () => void edits.pinSize(store.run_plan?.larger ?? ''),
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
    <TopBar @help="helping = true" @find="finding = true" @rules="ruling = true" />
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
      <SizingView v-if="step === 'sizing'" v-model:working="working" />
      <SurveyView v-else-if="step === 'survey'" />
      <LoadsView v-else-if="step === 'loads'" />
      <ElectrodesView v-else-if="step === 'electrodes'" />
      <RouteView v-else-if="step === 'route'" />
      <BondsView v-else-if="step === 'neutrals'" />
      <RecordView v-else-if="step === 'record'" />
      <StepPending v-else :step="step" />
    </div>
    <main v-else class="pending"><p>Opening the job.</p></main>
    <HelpDialog v-model="helping" />
    <RulesDialog v-model="ruling" />
    <FindDialog v-model="finding" :actions="actions" />
  </div>
</template>
