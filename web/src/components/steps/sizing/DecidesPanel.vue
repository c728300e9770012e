<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { inOrder } from '../../../drawing/rows'
import { mainStretch, useRunEdits } from './useRunEdits'
import {
  amperes,
  lengthText,
  parseLength,
  parseMeasure,
  parseTemperature,
  temperatureText,
} from '../../../format/quantities'
import { deviceTypes, laidWays } from '../../../state/fields'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

const store = useJob()
const edits = useRunEdits()
const picked = ref<string | null>(null)
watch(
  () => store.run_id,
  () => (picked.value = null),
)
const stretches = computed(() => inOrder(store.run?.segments))
const stretch = computed(() =>
  picked.value && store.run?.segments[picked.value] ? picked.value : store.run ? mainStretch(store.run).key : '',
)
const segment = computed(() => store.run?.segments[stretch.value])
const plan = computed(() => store.run_plan)
const choices = (list: { value: string; title: string }[] | undefined, chosen: string) => [
  { value: '', title: `rules: ${chosen || 'choose'}` },
  ...(list ?? []),
]
const insulations = computed(() =>
  choices(
    store.options?.insulations.map((name) => ({ value: name, title: name })),
    plan.value?.insulation ?? '',
  ),
)
/** Ratings of the kind of device that the run has, where a code knows several. */
const ratings = computed(
  () =>
    store.options?.device_types.find((kind) => kind.value === store.run_plan?.device_type)?.ratings_a ??
    store.options?.devices ??
    [],
)
const devices = computed(() =>
  choices(
    ratings.value.map((a) => ({ value: String(a), title: amperes(a) })),
    plan.value ? amperes(plan.value.device_a) : '',
  ),
)
const loadShown = computed(() => (store.run?.load_a ? amperes(store.run.load_a) : ''))
const loadHint = computed(() =>
  store.run?.load_a ? '' : plan.value?.sized ? `adds up to ${amperes(plan.value.load_a)}` : 'type amperes',
)
/** The limit that counts: by the school of the job, the code's own where it is a rule. */
const limitShown = computed(() => {
  const counts = plan.value?.margins.find((margin) => margin.key === 'drop')?.limit
  return `${counts ?? store.run?.drop_limit_percent ?? store.job?.drop_limits.run_percent ?? 3} %`
})
const lugSizes = (none: string) => [
  { value: '', title: none },
  ...(store.options?.sizes[plan.value?.metal ?? ''] ?? []),
]
const count = (text: string): number | null => (/^\d+$/.test(text.trim()) ? Number(text.trim()) : null)
</script>

<template>
  <section v-if="store.run && segment" class="decides" aria-label="What decides it">
    <div class="decides-head">
      <h2>What decides it</h2>
      <div v-if="stretches.length > 1" class="stretches" role="group" aria-label="Stretch">
        <v-way-button
          v-for="(s, i) in stretches"
          :key="s.key"
          :class="{ chosen: s.key === stretch }"
          :aria-pressed="s.key === stretch"
          @click="picked = s.key">
          {{ i + 1 }} {{ s.place }} {{ lengthText(s.length_m, store.units) }}
        </v-way-button>
      </div>
    </div>
    <div class="fields">
      <CommitField
        label="Load"
        :shown="loadShown"
        :hint="loadHint"
        :parse="(t) => parseMeasure(t, 'amperes')"
        :understood="(v) => `${v} A`"
        empty-ok
        wrong="Amperes, for example 70"
        @commit="edits.set('load_a', $event)" />
      <CommitField
        v-if="store.run.load_a"
        label="Of it continuous"
        :shown="store.run.continuous_a ? amperes(store.run.continuous_a) : ''"
        hint="0 A"
        :parse="(t) => parseMeasure(t, 'amperes')"
        :understood="(v) => `${v} A`"
        empty-ok
        wrong="Amperes that run three hours or more"
        @commit="edits.set('continuous_a', $event ?? 0)" />
      <CommitField
        label="Length"
        :shown="lengthText(segment.length_m, store.units)"
        :parse="(t) => parseLength(t, store.units)"
        :understood="(v) => lengthText(v, store.units)"
        wrong="A length, for example 185 ft or 56 m"
        @commit="edits.setLength(stretch, $event)" />
      <v-select
        label="Metal"
        :model-value="store.run.metal ?? ''"
        :items="choices(store.options?.metals, plan?.metal ?? '')"
        @update:model-value="edits.setMetal($event || null)" />
      <v-select
        label="Insulation"
        :model-value="store.run.insulation ?? ''"
        :items="insulations"
        @update:model-value="edits.set('insulation', $event || null)" />
      <v-select
        label="Wiring method"
        :model-value="segment.method"
        :items="store.options?.methods"
        @update:model-value="edits.setStretch(stretch, 'method', $event)" />
      <v-select
        label="Where it lies"
        :model-value="segment.place"
        :items="store.options?.places"
        @update:model-value="edits.setStretch(stretch, 'place', $event)" />
      <v-select
        v-if="store.options?.laid_ways.length"
        label="Reference method"
        :model-value="segment.laid"
        :items="laidWays(store.options)"
        @update:model-value="edits.setStretch(stretch, 'laid', $event)" />
      <CommitField
        label="Ambient"
        :shown="temperatureText(segment.ambient_c, store.units)"
        :parse="(t) => parseTemperature(t, store.units)"
        :understood="(v) => temperatureText(v, store.units)"
        wrong="A temperature, for example 86 F"
        @commit="edits.setStretch(stretch, 'ambient_c', $event)" />
      <CommitField
        label="Other carrying wires"
        :shown="String(segment.other_carrying)"
        :parse="count"
        wrong="A whole number, 0 if none"
        @commit="edits.setStretch(stretch, 'other_carrying', $event)" />
      <v-select
        label="Terminals"
        :model-value="store.run.terminals"
        :items="store.options?.terminals"
        @update:model-value="edits.set('terminals', $event)" />
      <v-select
        v-if="store.options?.device_types.length"
        label="Kind of device"
        :model-value="store.run.device_type"
        :items="deviceTypes(store.options)"
        @update:model-value="edits.set('device_type', $event)" />
      <v-select
        label="Device"
        :model-value="store.run.device_a ? String(store.run.device_a) : ''"
        :items="devices"
        @update:model-value="edits.set('device_a', $event ? Number($event) : null)" />
      <v-select
        label="Largest wire that goes in"
        :model-value="store.run.lug_most ?? ''"
        :items="lugSizes('not read')"
        @update:model-value="edits.set('lug_most', $event || null)" />
      <v-select
        label="Joined down at its ends to"
        :model-value="store.run.tail_size ?? ''"
        :items="lugSizes('not joined down')"
        @update:model-value="edits.set('tail_size', $event || null)" />
      <CommitField
        label="Drop limit, this run"
        :shown="limitShown"
        :parse="(t) => parseMeasure(t, 'percent')"
        :understood="(v) => `${v} %`"
        empty-ok
        wrong="Percent, for example 3"
        @commit="edits.set('drop_limit_percent', $event)" />
      <v-select
        v-if="segment.place === 'buried'"
        label="Above the trench"
        :model-value="segment.surface"
        :items="store.options?.surfaces"
        @update:model-value="edits.setStretch(stretch, 'surface', $event)" />
    </div>
  </section>
</template>

<style scoped src="./DecidesPanel.css"></style>
