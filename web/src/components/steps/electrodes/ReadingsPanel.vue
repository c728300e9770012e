<script setup lang="ts">
import { computed, ref } from 'vue'
import { problemText, type Cure, type Operation, type Problem, type Schemas } from '../../../api/client'
import { send } from '../../../api/transport'
import { asRead, lengthAsRead, parseLength, parseMeasure } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
import FallCurve from './FallCurve.vue'
import ReadingsTable, { type Column } from './ReadingsTable.vue'

/**
 * What was measured: four pins for the soil, fall of potential and clamp for the electrodes.
 * Typed, from a CSV, or from the simulated tester.
 */
const props = defineProps<{ building: string; answer: Schemas['GroundAnswer'] }>()
const emit = defineEmits<{ take: [cure: Cure] }>()
const store = useJob()
const trouble = ref('')
const file = ref<HTMLInputElement | null>(null)
const kind = ref<'four_pin' | 'fall'>('four_pin')
const careless = ref(false)
const building = computed(() => store.job?.buildings[props.building])
const log = computed(() => building.value?.fall_log ?? null)
const pins = computed(() => store.job?.soil_readings ?? [])
const probe_m = computed(() => log.value?.current_probe_m ?? 30)
function edit(path: string, value: unknown): void {
  const operation: Operation = { op: 'add', path, value }
  void store.edit([operation])
}

function within(list: string, edits: Operation[]): void {
  void store.edit(edits.map((one) => ({ ...one, path: `${list}/${one.path}` })))
}

/** The first reading begins the log. */
function withinLog(edits: Operation[]): void {
  const at = `/buildings/${props.building}/fall_log`
  if (log.value) within(`${at}/readings`, edits)
  else keepLog({ readings: edits.map((one) => one.value) as never })
}

async function accept(text: string, what: 'four_pin' | 'fall', simulated = false): Promise<void> {
  const { data, error } = await send('post', '/api/earth/readings', { body: { kind: what, text } })
  trouble.value = data ? '' : problemText(error as Problem)
  if (!data) return
  const marked = <T,>(readings: T[]): T[] => readings.map((one) => ({ ...one, simulated }))
  if (what === 'four_pin') edit('/soil_readings', marked(data.four_pin))
  else keepLog({ readings: marked(data.fall), when: '' })
}

async function simulate(what: 'four_pin' | 'fall'): Promise<void> {
  await store.settled() // a probe moved just now counts
  const body = {
    kind: what,
    building: props.building,
    current_probe_m: probe_m.value,
    seed: store.state?.revision ?? 1,
    careless: careless.value,
  }
  const { data, error } = await send('post', '/api/jobs/{job_id}/standins/earth-tester', {
    params: { path: { job_id: store.state!.id } },
    body,
  })
  if (data) await accept(data.text, what, true)
  else trouble.value = problemText(error as Problem)
}

async function readFile(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const text = await chosen.text()
  if (file.value) file.value.value = ''
  await accept(text, kind.value)
}

function open(what: 'four_pin' | 'fall'): void {
  kind.value = what
  file.value?.click()
}

const metres = (hint: string) => ({
  hint,
  wrong: 'A distance, for example 60 ft or 18 m',
  parse: (text: string) => parseLength(text, store.units),
  shown: (value: number) => lengthAsRead(value, store.units),
})
const shownOhms = {
  field: 'shown_ohm',
  label: 'Shown',
  hint: '24.5',
  wrong: 'Ohms, for example 24.5',
  parse: (text: string) => parseMeasure(text, 'ohms'),
  shown: (value: number) => `${asRead(value)} Ω`,
}
const feet = computed(() => store.units === 'feet')
const pinColumns = computed<Column[]>(() => [
  { field: 'spacing_m', label: 'Between pins', ...metres(feet.value ? '10 ft' : '3 m') },
  shownOhms,
])
const fallColumns = computed<Column[]>(() => [
  { field: 'distance_m', label: 'Probe at', ...metres(feet.value ? '60 ft' : '18 m') },
  shownOhms,
])

function keepLog(fields: Record<string, unknown>): void {
  const at = `/buildings/${props.building}/fall_log`
  if (!log.value) return edit(at, { current_probe_m: probe_m.value, readings: [], when: '', ...fields })
  void store.edit(Object.entries(fields).map(([field, value]) => ({ op: 'add', path: `${at}/${field}`, value })))
}
</script>

<template>
  <section class="readings" aria-label="Measured">
    <h2 class="survey-title">Measured</h2>
    <p v-if="trouble" class="bad legs-words" role="alert">{{ trouble }}</p>
    <div class="reading-block">
      <h3>Soil, four pins</h3>
      <p v-if="!pins.length" class="empty">No four-pin reading yet.</p>
      <ReadingsTable
        caption="Four-pin readings"
        :columns="pinColumns"
        :rows="pins"
        :simulated="(row) => Boolean(row.simulated)"
        @edit="within('/soil_readings', $event)" />
      <div class="part-buttons">
        <v-act-button v-if="answer.fitted" @click="emit('take', answer.fitted)">
          {{ answer.fitted.words }}
        </v-act-button>
        <v-act-button @click="open('four_pin')">Read the tester’s CSV</v-act-button>
        <v-plain-button @click="simulate('four_pin')">Simulated tester: four pins</v-plain-button>
        <v-plain-button v-if="pins.length" @click="edit('/soil_readings', [])">Forget them</v-plain-button>
      </div>
    </div>
    <div class="reading-block">
      <h3>Electrodes, fall of potential</h3>
      <p v-if="answer.verdict" class="verdict" :class="{ proved: answer.proved }">
        <b>{{ answer.verdict }}</b>
      </p>
      <FallCurve v-if="log?.readings.length" :readings="log.readings" :probe-m="probe_m" :verdict="answer.verdict" />
      <ReadingsTable
        caption="Fall-of-potential readings"
        :columns="fallColumns"
        :rows="log?.readings ?? []"
        :simulated="(row) => Boolean(row.simulated)"
        @edit="withinLog" />
      <div class="fields">
        <CommitField
          label="Current probe at"
          :shown="lengthAsRead(probe_m, store.units)"
          :parse="(t) => parseLength(t, store.units)"
          :understood="(v) => lengthAsRead(v, store.units)"
          wrong="A distance, for example 100 ft"
          @commit="keepLog({ current_probe_m: $event })" />
        <CommitField
          label="Clamp shows"
          :shown="building?.clamp_ohm ? `${asRead(building.clamp_ohm)} Ω` : ''"
          hint="not used"
          empty-ok
          :parse="(t) => parseMeasure(t, 'ohms')"
          :understood="(v) => `${v} Ω`"
          wrong="Ohms"
          @commit="edit(`/buildings/${props.building}/clamp_ohm`, $event)" />
      </div>
      <p v-if="answer.clamp">{{ answer.clamp }}</p>
      <div class="part-buttons">
        <v-act-button v-if="answer.corrected" @click="emit('take', answer.corrected)">
          {{ answer.corrected.words }}
        </v-act-button>
        <v-act-button @click="open('fall')">Read the tester’s CSV</v-act-button>
        <v-plain-button @click="simulate('fall')">Simulated tester: fall of potential</v-plain-button>
        <v-plain-button v-if="log" @click="edit(`/buildings/${props.building}/fall_log`, null)">
          Forget the log
        </v-plain-button>
      </div>
      <v-checkbox v-model="careless" class="flag"
        ><template #label>The simulated tester’s pins are set badly</template></v-checkbox
      >
      <p class="standing">
        The simulated tester measures a made-up soil that nobody is told. It stands in for an instrument, and writes the
        same CSV.
      </p>
    </div>
    <input
      ref="file"
      type="file"
      accept=".csv,text/csv"
      class="sr-only"
      aria-label="Tester CSV"
      tabindex="-1"
      @change="readFile" />
  </section>
</template>

<style scoped src="./ReadingsPanel.css"></style>
