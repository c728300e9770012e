<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  client,
  problemText,
  type Cure,
  type Finding,
  type Operation,
  type Problem,
  type Segment,
} from '../../api/client'
import {
  FOOT_M,
  depthText,
  lengthText,
  parseDegrees,
  parseLength,
  parseRise,
  parseSwing,
  parseTemperature,
  swingText,
  temperatureText,
} from '../../format/quantities'
import { laidWays, STATUSES } from '../../state/fields'
import { useJob } from '../../state/job'
import CommitField from '../parts/CommitField.vue'
import FittingsEditor from './FittingsEditor.vue'
import TrenchEditor from './TrenchEditor.vue'

/** The stretches of a run, one after another, each with its own surroundings; a route leg by leg, typed or walked. */
const props = defineProps<{ run: string }>()
const store = useJob()
const run = computed(() => store.job?.runs[props.run])
const at = ref(0)
const stretch = computed(() => run.value?.segments[Math.min(at.value, run.value.segments.length - 1)])
const index = computed(() => (run.value && stretch.value ? run.value.segments.indexOf(stretch.value) : 0))
const others = computed(() =>
  Object.entries(store.job?.runs ?? {})
    .filter(([id]) => id !== props.run)
    .map(([value, r]) => ({ value, title: `${value} ${r.name}` })),
)
const inPipe = computed(() => Boolean(store.plan?.runs[props.run]?.segments[index.value]?.pipe_size))
const gpx = ref<HTMLInputElement | null>(null)
const trouble = ref('')
const strapped = computed(
  () =>
    ['indoors', 'attic', 'outdoors'].includes(stretch.value?.place ?? '') && stretch.value?.method !== 'direct_burial',
)
const OVER = [
  { value: 'walk', title: 'walk or garden' },
  { value: 'drive', title: 'drive' },
  { value: 'street', title: 'street' },
  { value: 'roof', title: 'roof' },
  { value: 'steep_roof', title: 'steep roof' },
]
const degrees = (text: string): number | null =>
  /^\d+(\.\d+)?\s*°?$/.test(text.trim()) && parseFloat(text) <= 180 ? parseFloat(text) : null
const count = (text: string): number | null => (/^\d+$/.test(text.trim()) ? Number(text.trim()) : null)

/** What was found at a stretch, the worst first. */
function foundAt(i: number): Finding[] {
  const here = `/runs/${props.run}/segments/${i}`
  return (store.plan?.findings ?? []).filter(
    (one) => one.severity !== 'holds' && (one.where === here || one.where.startsWith(`${here}/`)),
  )
}

function cure(chosen: Cure): void {
  void store.take(chosen)
}

function put(segments: Segment[]): void {
  void store.edit([{ op: 'add', path: `/runs/${props.run}/segments`, value: segments }])
}

function change(fields: Partial<Segment>): void {
  if (run.value) put(run.value.segments.map((s, i) => (i === index.value ? { ...s, ...fields } : s)))
}

function set(field: string, value: unknown): void {
  const operation: Operation = { op: 'add', path: `/runs/${props.run}/segments/${index.value}/${field}`, value }
  void store.edit([operation])
}

function add(): void {
  if (!run.value || !stretch.value) return
  const fresh = { ...stretch.value, legs: [], slack_m: 0, length_m: 10 * FOOT_M }
  put([...run.value.segments.slice(0, index.value + 1), fresh, ...run.value.segments.slice(index.value + 1)])
  at.value = index.value + 1
}

function remove(): void {
  if (!run.value || run.value.segments.length < 2) return
  put(run.value.segments.filter((_, i) => i !== index.value))
  at.value = 0
}

/** A typed length takes the place of legs. */
function setLength(length_m: number | null): void {
  if (length_m !== null) change({ length_m, legs: [], slack_m: 0 })
}

function setLeg(i: number, fields: Partial<Segment['legs'][number]>): void {
  if (stretch.value) change({ legs: stretch.value.legs.map((leg, n) => (n === i ? { ...leg, ...fields } : leg)) })
}

function addLeg(): void {
  if (!stretch.value) return
  const first = stretch.value.legs.length
    ? []
    : [{ words: '', level_m: stretch.value.length_m, rise_m: 0, turn_deg: 0 }]
  change({
    legs: [
      ...stretch.value.legs,
      ...first,
      ...(stretch.value.legs.length ? [{ words: '', level_m: 10 * FOOT_M, rise_m: 0, turn_deg: 0 }] : []),
    ],
  })
}

function dropLeg(i: number): void {
  if (stretch.value) change({ legs: stretch.value.legs.filter((_, n) => n !== i) })
}

async function readTrack(): Promise<void> {
  const file = gpx.value?.files?.[0]
  if (!file) return
  const { data, error } = await client.POST('/api/route/gpx', { body: { text: await file.text() } })
  if (gpx.value) gpx.value.value = ''
  trouble.value = data ? '' : `${file.name} was not read. ${problemText(error as Problem)}`
  if (data) change({ legs: data.legs })
}

const shown = (length_m: number): string => lengthText(length_m, store.units)
</script>

<template>
  <section v-if="run && stretch" class="stretch-editor">
    <h2>Route, stretch by stretch</h2>
    <div class="stretches" role="group" aria-label="Stretch">
      <button
        v-for="(s, i) in run.segments"
        :key="i"
        :class="{ chosen: i === index }"
        :aria-pressed="i === index"
        @click="at = i">
        {{ i + 1 }} {{ s.place }} {{ lengthText(s.length_m, store.units)
        }}<em v-if="foundAt(i).length"> {{ foundAt(i).length }} found</em>
      </button>
      <button class="cure" @click="add">Add a stretch</button>
      <button v-if="run.segments.length > 1" class="cure plain" @click="remove">Remove stretch {{ index + 1 }}</button>
    </div>
    <ul v-if="foundAt(index).length" class="part-findings">
      <li v-for="finding in foundAt(index)" :key="finding.where + finding.text" :class="finding.severity">
        {{ finding.text }} {{ finding.why }} <cite>{{ finding.citation }}</cite>
        <button v-for="one in finding.cures" :key="one.words" class="cure" @click="cure(one)">{{ one.words }}</button>
      </li>
    </ul>
    <div class="fields">
      <CommitField
        label="Length"
        :shown="lengthText(stretch.length_m, store.units)"
        :parse="(t) => parseLength(t, store.units)"
        :understood="(v) => lengthText(v, store.units)"
        wrong="A length, for example 185 ft"
        @commit="setLength($event)" />
      <v-select
        label="Wiring method"
        :model-value="stretch.method"
        :items="store.options?.methods"
        @update:model-value="set('method', $event)" />
      <v-select
        label="Where it lies"
        :model-value="stretch.place"
        :items="store.options?.places"
        @update:model-value="set('place', $event)" />
      <v-select
        v-if="store.options?.laid_ways.length"
        label="Reference method"
        :model-value="stretch.laid"
        :items="laidWays(store.options)"
        @update:model-value="set('laid', $event)" />
      <CommitField
        v-if="store.options?.by_loop"
        label="Of it in insulation"
        :shown="stretch.in_insulation_m ? lengthText(stretch.in_insulation_m, store.units) : ''"
        hint="none"
        empty-ok
        :parse="(t) => parseLength(t, store.units)"
        :understood="(v) => lengthText(v, store.units)"
        wrong="A length inside thermal insulation, for example 0.2 m"
        @commit="set('in_insulation_m', $event ?? 0)" />
      <v-select
        v-if="stretch.place === 'overhead'"
        label="It passes over"
        :model-value="stretch.over"
        :items="OVER"
        @update:model-value="set('over', $event)" />
      <CommitField
        v-if="stretch.place === 'overhead'"
        label="Lowest point, height"
        :shown="
          stretch.height_m === null || stretch.height_m === undefined ? '' : lengthText(stretch.height_m, store.units)
        "
        hint="not measured"
        empty-ok
        :parse="(t) => parseLength(t, store.units)"
        :understood="(v) => lengthText(v, store.units)"
        wrong="A height, for example 12 ft"
        @commit="set('height_m', $event)" />
      <v-select
        v-if="stretch.place === 'buried'"
        label="Above the trench"
        :model-value="stretch.surface"
        :items="store.options?.surfaces"
        @update:model-value="set('surface', $event)" />
      <CommitField
        v-if="stretch.place === 'buried'"
        label="Cover as found"
        :shown="stretch.cover_m === null ? '' : depthText(stretch.cover_m, store.units)"
        hint="the least"
        empty-ok
        :parse="(t) => parseLength(t, store.units)"
        :understood="(v) => lengthText(v, store.units)"
        wrong="A depth, for example 18 in"
        @commit="set('cover_m', $event)" />
      <CommitField
        label="Ambient"
        :shown="temperatureText(stretch.ambient_c, store.units)"
        :parse="(t) => parseTemperature(t, store.units)"
        :understood="(v) => temperatureText(v, store.units)"
        wrong="A temperature, for example 86 F"
        @commit="set('ambient_c', $event)" />
      <CommitField
        label="Bends"
        :shown="`${stretch.bends_deg}°`"
        :parse="parseDegrees"
        :understood="(v) => `${v}°`"
        wrong="Degrees between pull points"
        @commit="set('bends_deg', $event ?? 0)" />
      <CommitField
        label="Other carrying wires"
        :shown="String(stretch.other_carrying)"
        :parse="count"
        wrong="A whole number"
        @commit="set('other_carrying', $event ?? 0)" />
      <v-select
        v-if="store.options?.groupings.length"
        label="How circuits lie together"
        :model-value="stretch.grouped"
        :items="[{ value: '', title: 'bunched' }, ...store.options.groupings]"
        @update:model-value="set('grouped', $event)" />
      <CommitField
        v-if="inPipe && stretch.place !== 'buried'"
        label="In the sun, over the roof by"
        :shown="
          stretch.over_roof_m === null || stretch.over_roof_m === undefined
            ? ''
            : depthText(stretch.over_roof_m, store.units)
        "
        hint="not on a roof"
        empty-ok
        :parse="(t) => parseLength(t, store.units) ?? (/^0+$/.test(t.trim()) ? 0 : null)"
        :understood="(v) => depthText(v, store.units)"
        wrong="A height, for example 1 in"
        @commit="set('over_roof_m', $event)" />
      <v-select
        label="Status of it"
        :model-value="stretch.status ?? ''"
        :items="[{ value: '', title: 'as the run' }, ...STATUSES.filter((one) => one.value !== 'remove')]"
        @update:model-value="set('status', $event || null)" />
      <CommitField
        v-if="strapped && inPipe"
        label="Coldest to hottest"
        :shown="
          stretch.swing_k === null || stretch.swing_k === undefined ? '' : swingText(stretch.swing_k, store.units)
        "
        hint="usual there"
        empty-ok
        :parse="(t) => parseSwing(t, store.units)"
        :understood="(v) => swingText(v, store.units)"
        wrong="A difference, for example 100 °F"
        @commit="set('swing_k', $event)" />
      <CommitField
        v-if="strapped"
        label="Straps, apart"
        :shown="stretch.strap_m ? depthText(stretch.strap_m, store.units) : ''"
        hint="by the rule"
        empty-ok
        :parse="(t) => parseLength(t, store.units)"
        :understood="(v) => depthText(v, store.units)"
        wrong="A distance, for example 5 ft"
        @commit="set('strap_m', $event)" />
      <CommitField
        v-if="strapped"
        label="First strap from a box"
        :shown="stretch.first_strap_m ? depthText(stretch.first_strap_m, store.units) : ''"
        hint="by the rule"
        empty-ok
        :parse="(t) => parseLength(t, store.units)"
        :understood="(v) => depthText(v, store.units)"
        wrong="A distance, for example 3 ft"
        @commit="set('first_strap_m', $event)" />
      <v-select
        label="Same pipe as"
        multiple
        :model-value="stretch.shares_with"
        :items="others"
        no-data-text="There is no other run yet"
        @update:model-value="set('shares_with', $event)" />
    </div>
    <TrenchEditor v-if="stretch.place === 'buried'" :stretch="stretch" @change="change" />
    <FittingsEditor v-if="inPipe" :stretch="stretch" @change="set('fittings', $event)" />
    <label v-if="store.options?.by_loop" class="flag"
      ><input
        type="checkbox"
        :checked="stretch.hidden"
        @change="set('hidden', ($event.target as HTMLInputElement).checked)" />{{
        $fill('Hidden in a wall, {shallow_in_wall}, no earthed metal around it')
      }}</label
    >
    <details class="legs" :open="stretch.legs.length > 0">
      <summary>
        <b>Measured leg by leg</b>
        <span>{{
          stretch.legs.length
            ? `${stretch.legs.length} legs and ${shown(stretch.slack_m)} slack make ${shown(stretch.length_m)}`
            : 'typed as one length'
        }}</span>
      </summary>
      <ol v-if="stretch.legs.length && stretch.legs.length <= 12">
        <li v-for="(leg, i) in stretch.legs" :key="i" class="leg">
          <CommitField
            :label="`Leg ${i + 1}, what it is`"
            :shown="leg.words"
            hint="along the joists"
            empty-ok
            :parse="(t) => t.trim().slice(0, 80) || null"
            wrong="A few words"
            @commit="setLeg(i, { words: $event ?? '' })" />
          <CommitField
            label="On the level"
            :shown="lengthText(leg.level_m, store.units)"
            :parse="(t) => parseLength(t, store.units) ?? (/^0+$/.test(t.trim()) ? 0 : null)"
            wrong="A length"
            @commit="$event !== null && setLeg(i, { level_m: $event })" />
          <CommitField
            label="Rise, − down"
            :shown="lengthText(leg.rise_m, store.units)"
            :parse="(t) => parseRise(t, store.units) ?? (/^0+$/.test(t.trim()) ? 0 : null)"
            wrong="A rise, for example −6 ft"
            @commit="$event !== null && setLeg(i, { rise_m: $event })" />
          <CommitField
            label="Then turns"
            :shown="`${leg.turn_deg}°`"
            :parse="degrees"
            wrong="Degrees, 0 to 180"
            @commit="$event !== null && setLeg(i, { turn_deg: $event })" />
          <button class="cure plain" :aria-label="`Remove leg ${i + 1}`" @click="dropLeg(i)">Remove</button>
        </li>
      </ol>
      <p v-else-if="stretch.legs.length" class="empty">{{ stretch.legs.length }} legs of a walked track.</p>
      <div class="leg-buttons">
        <button class="cure" @click="addLeg">Add a leg</button>
        <button class="cure" @click="gpx?.click()">Read a GPX track</button>
        <button v-if="stretch.legs.length" class="cure plain" @click="change({ legs: [], slack_m: 0 })">
          Forget the legs
        </button>
        <input
          ref="gpx"
          type="file"
          accept=".gpx,application/gpx+xml"
          class="sr-only"
          aria-label="GPX track"
          tabindex="-1"
          @change="readTrack" />
      </div>
      <CommitField
        v-if="stretch.legs.length"
        label="Slack at ends and boxes"
        :shown="lengthText(stretch.slack_m, store.units)"
        :parse="(t) => parseLength(t, store.units) ?? (/^0+$/.test(t.trim()) ? 0 : null)"
        wrong="A length"
        @commit="set('slack_m', $event ?? 0)" />
      <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
    </details>
  </section>
</template>
