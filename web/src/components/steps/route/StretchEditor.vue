<script setup lang="ts">
import CiteButton from '../../parts/CiteButton.vue'
import { computed, ref } from 'vue'
import type { Cure, Finding, Segment } from '../../../api/client'
import { lengthText, roundLength } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import BentEditor from './BentEditor.vue'
import FittingsEditor from './FittingsEditor.vue'
import LegsEditor from './LegsEditor.vue'
import StretchAround from './StretchAround.vue'
import StretchBasics from './StretchBasics.vue'
import StretchOutside from './StretchOutside.vue'
import StretchSupport from './StretchSupport.vue'
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
const total = computed(() => (run.value?.segments ?? []).reduce((sum, one) => sum + one.length_m, 0))
const inPipe = computed(() => Boolean(store.plan?.runs[props.run]?.segments[index.value]?.pipe_size))
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
  void store.edit([{ op: 'add', path: `/runs/${props.run}/segments/${index.value}/${field}`, value }])
}

function add(): void {
  if (!run.value || !stretch.value) return
  const bare = { legs: [], slack_m: 0, bends_deg: 0, fittings: [], bent_by_hand: [], crossings: [], beside: [] }
  const fresh = { ...stretch.value, ...bare, length_m: roundLength(10, 3, store.units) }
  put([...run.value.segments.slice(0, index.value + 1), fresh, ...run.value.segments.slice(index.value + 1)])
  at.value = index.value + 1
}

function remove(): void {
  if (!run.value || run.value.segments.length < 2) return
  put(run.value.segments.filter((_, i) => i !== index.value))
  at.value = 0
}
</script>

<template>
  <section v-if="run && stretch" class="stretch-editor">
    <h2>Route, stretch by stretch</h2>
    <p v-if="run.segments.length > 1" class="total">{{ lengthText(total, store.units) }} in all</p>
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
        {{ finding.text }} {{ finding.why }} <CiteButton :text="finding.citation" />
        <button v-for="one in finding.cures" :key="one.words" class="cure" @click="cure(one)">{{ one.words }}</button>
      </li>
    </ul>
    <div class="fields">
      <StretchBasics :stretch="stretch" @set="set" @change="change" />
      <StretchOutside :stretch="stretch" @set="set" />
      <StretchAround :stretch="stretch" :in-pipe="inPipe" @set="set" />
      <StretchSupport :stretch="stretch" :in-pipe="inPipe" @set="set" />
      <v-select
        label="Same pipe as"
        multiple
        :model-value="stretch.shares_with"
        :items="others"
        no-data-text="There is no other run yet"
        @update:model-value="set('shares_with', $event)" />
    </div>
    <TrenchEditor v-if="stretch.place === 'buried'" :stretch="stretch" @change="change" />
    <BentEditor v-if="inPipe" :key="`${props.run}/${index}`" :run="props.run" :index="index" :stretch="stretch" />
    <FittingsEditor v-if="inPipe" :stretch="stretch" @change="set('fittings', $event)" />
    <label v-if="store.options?.by_loop" class="flag"
      ><input
        type="checkbox"
        :checked="stretch.hidden"
        @change="set('hidden', ($event.target as HTMLInputElement).checked)" />{{
        $fill('Hidden in a wall, {shallow_in_wall}, no earthed metal around it')
      }}</label
    >
    <LegsEditor :stretch="stretch" @change="change" />
  </section>
</template>
