<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useShowFinding } from '../../../composables/useShowFinding'
import { readingText } from '../../../format/readings'
import CiteButton from '../../parts/CiteButton.vue'
import { useJob } from '../../../state/job'
import BandBar from './BandBar.vue'
import { useInspection } from './useInspection'

/** One reading: what is measured where, what it should be, what was read, with which loads on. */
const check = useInspection()
const store = useJob()
const show = useShowFinding()
const kind = ref('')
const where = ref('')
const between = ref('')
const to = ref('')
const wire = ref('')
const on = ref<string[]>([])
const read = ref('')
const held = ref('')
const note = ref('')
const wrong = ref('')
const YES = [
  { value: '1', title: 'Right' },
  { value: '0', title: 'Not right' },
]
const PAIRS = ['L1-L2', 'L1-N', 'L2-N', 'L1-G', 'L2-G', 'N-G', 'L1-L1', 'L2-L2', 'N-N', 'G-G']
const WIRES = ['L1', 'L2', 'N', 'G']
const offer = computed(() => check.read?.kinds.find((one) => one.kind === kind.value))
const kinds = computed(() => (check.read?.kinds ?? []).map((one) => ({ value: one.kind, title: one.words })))
const parts = computed(() =>
  (offer.value?.parts ?? []).flatMap((table) =>
    Object.entries(store.job?.[table as 'runs'] ?? {}).map(([key, one]) => ({
      value: `/${table}/${key}`,
      title: one.name || key,
    })),
  ),
)
const cans = computed(() => [
  { value: '', title: 'the same can' },
  ...Object.entries(store.job?.enclosures ?? {}).map(([key, one]) => ({ value: key, title: one.name })),
])
const loads = computed(() => {
  const from = kind.value === 'leakage' ? store.job?.circuits : store.job?.loads
  const typed = Object.entries(store.job?.runs ?? {}).filter(
    ([, run]) => kind.value !== 'leakage' && run.load_a !== null,
  )
  return [...Object.entries(from ?? {}), ...typed].map(([key, one]) => ({ value: key, title: one.name || key }))
})
const needs = (field: string): boolean => offer.value?.needs.includes(field) ?? false
watch(
  () => [check.reading_chosen, check.row?.value, check.row?.note],
  () => {
    const one = check.row
    kind.value = one?.kind ?? kind.value ?? ''
    where.value = one?.where ?? ''
    between.value = one?.between ?? ''
    const kept = one?.key ? store.job?.inspection.readings[one.key] : undefined
    to.value = kept?.to ?? ''
    held.value = kept?.wanted === null || kept?.wanted === undefined ? '' : String(kept.wanted)
    wire.value = one?.wire ?? ''
    on.value = [...(one?.on ?? [])]
    read.value = one?.value === null || one?.value === undefined ? '' : String(one.value)
    note.value = one?.note ?? ''
    wrong.value = ''
  },
  { immediate: true },
)
const figure = (text: string): number => Number(text.trim().replace(',', '.'))

async function keep(): Promise<void> {
  const value = figure(read.value)
  if (!read.value.trim() || !Number.isFinite(value)) {
    wrong.value = offer.value?.unit ? `A number in ${offer.value.unit}.` : 'Right, or not right.'
    return
  }
  const key = check.row?.key ?? ''
  await check.take(
    {
      kind: kind.value as 'volts',
      where: where.value,
      value,
      between: needs('between') ? (between.value as 'L1-N') : '',
      to: needs('between') && to.value ? to.value : null,
      wire: needs('wire') ? (wire.value as 'N') : '',
      on: needs('on') ? on.value : [],
      wanted: needs('wanted') && held.value.trim() ? figure(held.value) : null,
      note: note.value.trim(),
      who: '',
      at: '',
      instrument: '',
    },
    key,
  )
}
</script>

<template>
  <section class="part-panel" aria-label="The reading">
    <template v-if="check.row">
      <p class="run-name">{{ check.row.place }}</p>
      <h1 aria-live="polite">{{ check.row.words }}</h1>
      <p class="figure">
        <template v-if="check.row.low !== null && check.row.high !== null"
          >{{ readingText(check.row.low) }} to {{ readingText(check.row.high) }}
          {{ check.row.unit }} expected.</template
        >
        <template v-if="check.row.least !== null && check.row.unit">
          At least {{ readingText(check.row.least) }} {{ check.row.unit }}.</template
        >
        <template v-if="check.row.most !== null && check.row.unit">
          At most {{ readingText(check.row.most) }} {{ check.row.unit }}.</template
        >
      </p>
      <BandBar
        v-if="check.row.low !== null && check.row.high !== null"
        :low="check.row.low"
        :high="check.row.high"
        :value="check.row.value" />
      <p class="because">{{ check.row.why }}. <CiteButton :text="check.row.citation" /></p>
    </template>
    <template v-else>
      <h1>A new reading</h1>
      <v-select v-model="kind" label="What is measured" :items="kinds" />
      <v-select v-if="kind" v-model="where" label="Where" :items="parts" />
    </template>
    <template v-if="kind && where">
      <v-select v-if="needs('between') && !check.row" v-model="between" label="From where to where" :items="PAIRS" />
      <v-select
        v-if="needs('between') && between && between.split('-')[0] === between.split('-')[1]"
        v-model="to"
        label="The other tip in"
        :items="cans" />
      <v-select v-if="needs('wire') && !check.row" v-model="wire" label="Through which wire" :items="WIRES" />
      <v-select v-if="needs('on')" v-model="on" label="What is on" :items="loads" multiple />
      <v-text-field
        v-if="needs('wanted')"
        v-model="held"
        :label="kind === 'torque' ? 'What the label says' : 'How warm its like is'"
        inputmode="decimal" />
      <v-select v-if="!offer?.unit" v-model="read" label="What was seen" :items="YES" :error-messages="wrong" />
      <v-text-field
        v-else
        v-model="read"
        :label="`What was read, in ${offer.unit}`"
        inputmode="decimal"
        :error-messages="wrong"
        @keydown.enter="keep" />
      <v-text-field v-model="note" label="Note" maxlength="400" />
      <div class="part-buttons">
        <v-act-button @click="keep">Keep the reading</v-act-button>
        <v-plain-button v-if="check.row?.key" @click="check.strike(check.row.key)">Strike it</v-plain-button>
        <v-plain-button v-if="check.row" @click="show(check.row)">Show it</v-plain-button>
      </div>
    </template>
    <p v-if="check.row?.at" class="because">
      {{ check.row.who || 'Somebody' }}, {{ check.row.at.slice(0, 16).replace('T', ' ') }}
    </p>
    <p class="caution">
      Live parts: tested leads, one hand where you can, and somebody near who knows where to turn off.
    </p>
  </section>
</template>

<style scoped>
.figure {
  font-weight: 600;
}
.part-panel .v-text-field,
.part-panel .v-select {
  flex: none;
  margin: 10px 0;
}
</style>
