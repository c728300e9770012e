<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import SumText from '../components/parts/SumText.vue'
import PullSheet from '../components/steps/route/PullSheet.vue'
import SheetAnswer from '../components/steps/sizing/SheetAnswer.vue'
import WorkLines from '../components/parts/WorkLines.vue'
import { useJob } from '../state/job'

const route = useRoute()
const store = useJob()
const id = computed(() => String(route.params.id))
onMounted(async () => {
  if (store.state?.id !== id.value) await store.load(id.value)
})
const plan = computed(() => store.run_plan)
const SHEETS = [
  { value: 'calculation', title: 'Calculation' },
  { value: 'pull', title: 'Pull, for the crew' },
]
const sheet = ref(route.query.of === 'pull' ? 'pull' : 'calculation')
const building = computed(() => {
  const can = plan.value ? store.job?.enclosures[plan.value.target] : undefined
  return can ? store.plan?.buildings[can.building] : undefined
})
const places = computed(() => {
  const electrodes = Object.entries(store.job?.electrodes ?? {}).filter(([, e]) => e.building === building.value?.id)
  return [
    `/runs/${plan.value?.id}`,
    `/enclosures/${plan.value?.origin}`,
    `/enclosures/${plan.value?.target}`,
    `/buildings/${building.value?.id}`,
    ...electrodes.map(([key]) => `/electrodes/${key}`),
  ]
})
const openFindings = computed(
  () =>
    store.plan?.findings.filter(
      (f) =>
        ['stop', 'fix', 'check'].includes(f.severity) &&
        places.value.some((place) => f.where === place || f.where.startsWith(`${place}/`)),
    ) ?? [],
)
const printed = new Date().toLocaleString()
const PARTICULARS = [
  ['address', 'At'],
  ['customer', 'For'],
  ['contractor', 'By'],
  ['permit', 'Permit'],
  ['authority', 'Inspected by'],
] as const
const said = computed(() =>
  PARTICULARS.filter(([key]) => store.job?.particulars[key]).map(
    ([key, word]) => `${word} ${store.job?.particulars[key]}`,
  ),
)
/** Calls that somebody took, each with whose word it was. */
const taken = computed(() => (plan.value?.calls ?? []).filter((call) => call.decided_by || call.ruled_by || call.why))

/** What the letters of the working stand for, each said once. */
const letters = computed(() =>
  [
    ...new Set(
      (plan.value?.working ?? []).flatMap((group) => group.lines.flatMap((line) => (line.where ?? '').split(', '))),
    ),
  ]
    .filter(Boolean)
    .sort(),
)

function printNow(): void {
  window.print()
}
</script>

<template>
  <main v-if="plan && store.job" class="sheet">
    <v-theme-provider theme="paper"
      ><div class="sheet-tools">
        <router-link v-if="sheet === 'pull'" :to="`/jobs/${id}/route`">Back to Route &amp; pull</router-link>
        <router-link v-else :to="`/jobs/${id}/sizing`">Back to Sizing</router-link>
        <v-select v-model="sheet" class="pick" label="Sheet" :items="SHEETS" />
        <v-select
          class="pick"
          label="Run"
          :model-value="store.run_id"
          :items="Object.values(store.plan?.runs ?? {}).map((run) => ({ value: run.id, title: run.name }))"
          @update:model-value="store.choose" />
        <v-btn color="primary" variant="flat" @click="printNow">Print</v-btn>
      </div></v-theme-provider
    >
    <header>
      <h1>{{ sheet === 'pull' ? 'Pull' : 'Calculation sheet' }}: {{ plan.name }}</h1>
      <p>
        {{ store.job.name }}, {{ plan.origin }} to {{ plan.target }}. {{ store.plan?.rulebook_title }}. Revision
        {{ store.state?.revision }}. Printed {{ printed }}.
      </p>
      <p v-if="said.length">{{ said.join('. ') }}.</p>
    </header>
    <SheetAnswer v-if="sheet !== 'pull'" :plan="plan" :building="building" />
    <div v-if="sheet !== 'pull'" class="work">
      <section v-for="group in plan.working" :key="group.key">
        <h2>{{ group.title }}: {{ group.answer }}</h2>
        <WorkLines :lines="group.lines" />
      </section>
    </div>
    <PullSheet v-if="sheet === 'pull' && plan.pull" :pull="plan.pull" />
    <section v-if="taken.length" class="open">
      <h2>Calls taken</h2>
      <ul>
        <li v-for="call in taken" :key="call.name">
          {{ call.question }} {{ call.options.find((one) => one.chosen)?.words
          }}<template v-if="call.ruled_by"
            >, on the word of the {{ $fill(call.ruled_by === 'utility' ? '{utility}' : call.ruled_by) }}</template
          ><template v-if="call.when">, {{ call.when }}</template
          ><template v-if="call.why">: {{ call.why }}</template
          ><template v-if="call.decided_by"> ({{ call.decided_by }})</template>.
        </li>
      </ul>
    </section>
    <section v-if="openFindings.length" class="open">
      <h2>Open at this run and its ends</h2>
      <ul>
        <li v-for="f in openFindings" :key="f.text">
          {{ f.text }} <cite>{{ f.citation }}</cite>
        </li>
      </ul>
    </section>
    <section v-if="sheet !== 'pull' && letters.length" class="open key">
      <h2>Key to the letters</h2>
      <p>
        <template v-for="(letter, i) in letters" :key="letter">{{ i ? '; ' : '' }}<SumText :text="letter" /></template>.
      </p>
    </section>
    <footer>{{ store.plan?.deference }} Checked by ______________________ Date ____________</footer>
  </main>
  <main v-else class="pending">
    <p>
      {{ store.state ? 'There is no run to print yet.' : 'Opening the job.' }}
      <router-link :to="`/jobs/${id}/sizing`">Back to Sizing</router-link>
    </p>
  </main>
</template>

<style scoped>
.sheet {
  max-width: 860px;
  margin: 0 auto;
  padding: 16px 24px;
  background: #fff;
  color: #111;
  line-height: 1.3;
  width: 100%;
}
.sheet-tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  justify-content: space-between;
  padding-bottom: 10px;
}
@media print {
  .sheet {
    padding: 0;
    max-width: none;
    font-size: 11.5px;
    line-height: 1.25;
  }
  .sheet-tools {
    display: none;
  }
  .sheet .work {
    columns: 2;
    column-gap: 16px;
  }
  .sheet .key {
    margin: 2px 0;
  }
}
</style>

<style src="./SheetPage.css"></style>
