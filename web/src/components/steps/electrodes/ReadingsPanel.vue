<script setup lang="ts">
import { computed, ref } from 'vue'
import { vApart } from '../../../composables/apart'
import { problemText, type Cure, type Operation, type Problem, type Schemas } from '../../../api/client'
import { send } from '../../../api/transport'
import { asRead, lengthAsRead, lengthText, ohms, parseLength, parseMeasure } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
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
const WIDTH = 420
const curve = computed(() => {
  const readings = [...(log.value?.readings ?? [])].sort((a, b) => a.distance_m - b.distance_m)
  const top = Math.max(1, ...readings.map((r) => r.shown_ohm))
  const at = (r: { distance_m: number; shown_ohm: number }) => ({
    x: 40 + (r.distance_m / probe_m.value) * (WIDTH - 60),
    y: 120 - (r.shown_ohm / top) * 100,
  })
  return {
    points: readings.map(at),
    line: readings.map((r, i) => `${i ? 'L' : 'M'} ${at(r).x.toFixed(1)} ${at(r).y.toFixed(1)}`).join(' '),
    top,
    mark: 40 + 0.618 * (WIDTH - 60),
  }
})

function edit(path: string, value: unknown): void {
  const operation: Operation = { op: 'add', path, value }
  void store.edit([operation])
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
  const kept = { current_probe_m: probe_m.value, readings: log.value?.readings ?? [], when: log.value?.when ?? '' }
  edit(`/buildings/${props.building}/fall_log`, { ...kept, ...fields })
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
        @change="edit('/soil_readings', $event)" />
      <div class="part-buttons">
        <button v-if="answer.fitted" class="cure" @click="emit('take', answer.fitted)">
          {{ answer.fitted.words }}
        </button>
        <button class="cure" @click="open('four_pin')">Read the tester’s CSV</button>
        <button class="cure plain" @click="simulate('four_pin')">Simulated tester: four pins</button>
        <button v-if="pins.length" class="cure plain" @click="edit('/soil_readings', [])">Forget them</button>
      </div>
    </div>
    <div class="reading-block">
      <h3>Electrodes, fall of potential</h3>
      <p v-if="answer.verdict" class="verdict" :class="{ proved: answer.proved }">
        <b>{{ answer.verdict }}</b>
      </p>
      <svg
        v-if="log?.readings.length"
        v-apart
        class="fall"
        :viewBox="`0 0 ${WIDTH} 140`"
        role="img"
        :aria-label="`Fall-of-potential curve of ${log.readings.length} readings. ${answer.verdict}`">
        <line x1="40" :x2="WIDTH - 20" y1="120" y2="120" />
        <line x1="40" x2="40" y1="14" y2="120" />
        <line :x1="curve.mark" :x2="curve.mark" y1="14" y2="120" class="mark62" />
        <text :x="curve.mark + 4" y="24">62 %</text>
        <path :d="curve.line" />
        <circle v-for="(p, i) in curve.points" :key="i" :cx="p.x" :cy="p.y" r="4" />
        <text x="2" y="24">{{ ohms(curve.top) }}</text>
        <text :x="WIDTH - 90" y="136">{{ lengthText(probe_m, store.units) }}</text>
      </svg>
      <ReadingsTable
        caption="Fall-of-potential readings"
        :columns="fallColumns"
        :rows="log?.readings ?? []"
        :simulated="(row) => Boolean(row.simulated)"
        @change="keepLog({ readings: $event })" />
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
        <button v-if="answer.corrected" class="cure" @click="emit('take', answer.corrected)">
          {{ answer.corrected.words }}
        </button>
        <button class="cure" @click="open('fall')">Read the tester’s CSV</button>
        <button class="cure plain" @click="simulate('fall')">Simulated tester: fall of potential</button>
        <button v-if="log" class="cure plain" @click="edit(`/buildings/${props.building}/fall_log`, null)">
          Forget the log
        </button>
      </div>
      <label class="flag"><input v-model="careless" type="checkbox" />The simulated tester’s pins are set badly</label>
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

<style scoped>
.reading-block {
  margin: 4px 14px 12px;
  padding: 8px 12px;
  border: 1px solid rgb(var(--v-theme-line));
  background: rgb(var(--v-theme-surface));
}
.verdict {
  border-left: 4px solid rgb(var(--v-theme-warning));
  padding: 4px 10px;
  margin: 6px 0;
}
.verdict.proved {
  border-left-color: rgb(var(--v-theme-success));
}
.fall {
  width: 100%;
  max-width: 520px;
}
.fall .mark62 {
  stroke: rgb(var(--v-theme-warning));
  stroke-dasharray: 5 4;
}
</style>
