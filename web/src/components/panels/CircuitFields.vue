<script setup lang="ts">
import { computed } from 'vue'
import type { PanelOnScreen } from '../../composables/usePanel'
import { amperes, parseMeasure } from '../../format/quantities'
import { fill } from '../../setup/terms'
import { useJob } from '../../state/job'
import CommitField from '../parts/CommitField.vue'

/** What is written down of a circuit. Where a run is the circuit, the run says its name, device and wire. */
const props = defineProps<{ panel: PanelOnScreen }>()
const store = useJob()
const one = computed(() => props.panel.kept.value)
const items = (...pairs: [string, string][]) => pairs.map(([value, title]) => ({ value, title: fill(title) }))
const ROOMS = [
  'unknown', 'kitchen', 'bathroom', 'laundry', 'bedroom', 'living', 'hallway', 'garage', 'basement', 'crawl_space',
  'attic', 'outdoors', 'outbuilding', 'several',
].map((value) => ({ value, title: value === 'unknown' ? 'not said' : value.replace('_', ' ') })) // prettier-ignore
const USES = computed(() =>
  items(
    ['unknown', 'not said'],
    ['outlets', '{receptacles}'],
    ['single_outlet', 'one outlet for one thing'],
    ['lighting', 'lighting'],
    ['fixed', 'fixed appliance'],
    ['panel', '{panel}'],
  ),
)
const PROTECTS = items(
  ['standard', 'overcurrent only'],
  ['ground_fault', 'ground-fault too'],
  ['arc_fault', 'arc-fault too'],
  ['both', 'ground- and arc-fault'],
)
const KNOWN = items(['unknown', 'not known'], ['labelled', 'as labelled'], ['traced', 'traced'], ['tested', 'tested'])
const STATUS = items(
  ['existing', 'there already'],
  ['new', 'new'],
  ['temporary', 'for now only'],
  ['remove', 'to remove'],
)
const HALVES = items(['', 'full size'], ['a', 'half size, upper'], ['b', 'half size, lower'])
const sizes = computed(() => [
  { value: '', title: 'not noted' },
  ...(store.options?.sizes[one.value?.metal ?? 'copper'] ?? []),
])
const others = computed(() => [
  { value: '', title: 'none' },
  ...(props.panel.plan.value?.circuits ?? [])
    .filter((each) => each.id !== props.panel.chosen.value)
    .map((each) => ({ value: each.id, title: `${each.slots.join(', ')} ${each.name}` })),
])
const loads = computed(() =>
  Object.entries(store.job?.loads ?? {})
    .filter(([, load]) => load.enclosure === props.panel.key.value)
    .map(([value, load]) => ({ value, title: load.name })),
)
const slots = (text: string): number[] | null => {
  const found = text
    .split(/[\s,;+and]+/)
    .filter(Boolean)
    .map(Number)
  return found.every((slot) => Number.isInteger(slot) && slot > 0) ? found : null
}
</script>

<template>
  <div v-if="one" class="fields">
    <CommitField
      label="Slots"
      :shown="one.slots.join(', ')"
      hint="no place yet"
      empty-ok
      :parse="slots"
      wrong="Numbers of slots, for example 5, 7"
      @commit="panel.set('slots', $event ?? [])" />
    <template v-if="!one.run">
      <CommitField
        label="Name in the directory"
        :shown="one.name"
        hint="room and use"
        empty-ok
        :parse="(t) => t.trim()"
        wrong="A name"
        @commit="panel.set('name', $event ?? '')" />
      <CommitField
        label="Device"
        :shown="one.rating_a ? amperes(one.rating_a) : ''"
        hint="not read"
        empty-ok
        :parse="(t) => parseMeasure(t, 'amperes')"
        :understood="(v) => amperes(v)"
        wrong="Amperes, for example 20"
        @commit="panel.set('rating_a', $event)" />
      <v-select
        label="Wire"
        :model-value="one.size ?? ''"
        :items="sizes"
        @update:model-value="panel.set('size', $event || null)" />
    </template>
    <v-select label="Room" :model-value="one.serves" :items="ROOMS" @update:model-value="panel.set('serves', $event)" />
    <v-select
      label="What it feeds"
      :model-value="one.use"
      :items="USES"
      @update:model-value="panel.set('use', $event)" />
    <v-select
      label="Its loads"
      multiple
      :model-value="[...one.loads]"
      :items="loads"
      @update:model-value="panel.set('loads', $event)" />
    <v-select
      v-if="!store.options?.by_loop"
      label="Its device also does"
      :model-value="one.protects"
      :items="PROTECTS"
      @update:model-value="panel.set('protects', $event)" />
    <CommitField
      label="Residual current, mA"
      :shown="one.residual_ma ? String(one.residual_ma) : ''"
      hint="none"
      empty-ok
      :parse="(t) => (Number(t) > 0 ? Number(t) : null)"
      wrong="Milliamperes, for example 30"
      @commit="panel.set('residual_ma', $event)" />
    <v-select
      label="Size of it"
      :model-value="one.half"
      :items="HALVES"
      @update:model-value="panel.set('half', $event)" />
    <v-select
      label="Shares a neutral with"
      :model-value="one.partner ?? ''"
      :items="others"
      @update:model-value="panel.set('partner', $event || null)" />
    <v-select
      label="Same neutral screw as"
      :model-value="one.neutral_with ?? ''"
      :items="others"
      @update:model-value="panel.set('neutral_with', $event || null)" />
    <v-select
      label="It is"
      :model-value="one.status"
      :items="STATUS"
      @update:model-value="panel.set('status', $event)" />
    <v-select
      label="How that is known"
      :model-value="one.known"
      :items="KNOWN"
      @update:model-value="panel.set('known', $event)" />
    <label class="flag"
      ><input
        type="checkbox"
        :checked="one.tied"
        @change="panel.set('tied', ($event.target as HTMLInputElement).checked)" />
      Handles tied to its partner</label
    >
    <label class="flag"
      ><input
        type="checkbox"
        :checked="one.pinned"
        @change="panel.set('pinned', ($event.target as HTMLInputElement).checked)" />
      Stays where it is</label
    >
  </div>
</template>
