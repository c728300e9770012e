<script setup lang="ts">
import CiteButton from '../../parts/CiteButton.vue'
import { computed, ref } from 'vue'
import type { Cure, Finding, Operation, Segment } from '../../../api/client'
import { freshKey, inOrder, placeAt, unkeyed } from '../../../drawing/rows'
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
const stretches = computed(() => inOrder(run.value?.segments))
const stretch = computed(() => stretches.value[Math.min(at.value, stretches.value.length - 1)])
const index = computed(() => (stretch.value ? stretches.value.indexOf(stretch.value) : 0))
const others = computed(() =>
  Object.entries(store.job?.runs ?? {})
    .filter(([id]) => id !== props.run)
    .map(([value, r]) => ({ value, title: `${value} ${r.name}` })),
)
const total = computed(() => stretches.value.reduce((sum, one) => sum + one.length_m, 0))
const inPipe = computed(() => Boolean(store.plan?.runs[props.run]?.segments[index.value]?.pipe_size))
const pathOf = (key: string): string => `/runs/${props.run}/segments/${key}`
/** What was found at a stretch, the worst first. */
function foundAt(key: string): Finding[] {
  const here = pathOf(key)
  return (store.plan?.findings ?? []).filter(
    (one) => one.severity !== 'holds' && (one.where === here || one.where.startsWith(`${here}/`)),
  )
}

function cure(chosen: Cure): void {
  void store.take(chosen)
}

/** Changes fields of the stretch on screen, or of what stands in it, each by itself. */
function edit(edits: Operation[]): void {
  if (!stretch.value) return
  const here = pathOf(stretch.value.key)
  void store.edit(edits.map((one) => ({ ...one, path: `${here}/${one.path}` })))
}

function change(fields: Partial<Segment>): void {
  edit(Object.entries(fields).map(([path, value]) => ({ op: 'add', path, value })))
}

function set(field: string, value: unknown): void {
  edit([{ op: 'add', path: field, value }])
}

function add(): void {
  if (!stretch.value) return
  const bare = { legs: {}, slack_m: 0, bends_deg: 0, fittings: {}, bent_by_hand: [], crossings: [], beside: [] }
  const order = placeAt(stretches.value, index.value + 1)
  const value = { ...unkeyed(stretch.value), ...bare, length_m: roundLength(10, 3, store.units), order }
  void store.edit([{ op: 'add', path: pathOf(freshKey(stretches.value)), value }])
  at.value = index.value + 1
}

function remove(): void {
  if (!stretch.value || stretches.value.length < 2) return
  void store.edit([{ op: 'remove', path: pathOf(stretch.value.key) }])
  at.value = 0
}
</script>

<template>
  <section v-if="run && stretch" class="stretch-editor">
    <h2>Route, stretch by stretch</h2>
    <p v-if="stretches.length > 1" class="total">{{ lengthText(total, store.units) }} in all</p>
    <div class="stretches" role="group" aria-label="Stretch">
      <v-way-button
        v-for="(s, i) in stretches"
        :key="s.key"
        :class="{ chosen: i === index }"
        :aria-pressed="i === index"
        @click="at = i">
        {{ i + 1 }} {{ s.place }} {{ lengthText(s.length_m, store.units)
        }}<em v-if="foundAt(s.key).length"> {{ foundAt(s.key).length }} found</em>
      </v-way-button>
      <v-act-button @click="add">Add a stretch</v-act-button>
      <v-plain-button v-if="stretches.length > 1" @click="remove">Remove stretch {{ index + 1 }}</v-plain-button>
    </div>
    <ul v-if="foundAt(stretch.key).length" class="part-findings">
      <li v-for="finding in foundAt(stretch.key)" :key="finding.where + finding.text" :class="finding.severity">
        {{ finding.text }} {{ finding.why }} <CiteButton :text="finding.citation" />
        <v-act-button v-for="one in finding.cures" :key="one.words" @click="cure(one)">{{ one.words }}</v-act-button>
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
    <TrenchEditor v-if="stretch.place === 'buried'" :stretch="stretch" @edit="edit" />
    <BentEditor v-if="inPipe" :key="`${props.run}/${stretch.key}`" :run="props.run" :index="index" :stretch="stretch" />
    <FittingsEditor v-if="inPipe" :stretch="stretch" @edit="edit" />
    <v-checkbox
      v-if="store.options?.by_loop"
      class="flag"
      :model-value="stretch.hidden"
      @update:model-value="set('hidden', Boolean($event))"
      ><template #label>{{
        $fill('Hidden in a wall, {shallow_in_wall}, no earthed metal around it')
      }}</template></v-checkbox
    >
    <LegsEditor :stretch="stretch" @edit="edit" />
  </section>
</template>
