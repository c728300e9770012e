<script setup lang="ts">
import type { PanelOnScreen } from '../../composables/usePanel'
import { amperes, parseMeasure } from '../../format/quantities'
import { fill } from '../../setup/terms'
import CommitField from '../parts/CommitField.vue'

/** What the label and the can say: spaces, how it is fed, and its legs as a clamp read them. */
defineProps<{ panel: PanelOnScreen }>()
const count = (text: string): number | null => (/^\d+$/.test(text.trim()) ? Number(text.trim()) : null)
const list = (text: string): number[] | null => {
  const found = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number)
  return found.every((slot) => Number.isInteger(slot) && slot > 0) ? found : null
}
const MAINS = [
  { value: 'breaker', title: fill('{main_breaker}') },
  { value: 'lugs', title: fill('{lugs_only}') },
  { value: 'back_fed', title: 'back-fed, by a device in a slot' },
]
const READ = [
  ['read_1_a', 'Leg 1 as read'],
  ['read_2_a', 'Leg 2 as read'],
  ['read_neutral_a', 'Neutral as read'],
] as const
</script>

<template>
  <details v-if="panel.layout.value" class="layout-fields">
    <summary><b>The can and its label</b></summary>
    <div class="fields">
      <CommitField
        label="Spaces"
        :shown="String(panel.layout.value.spaces)"
        :parse="count"
        wrong="A whole number, for example 30"
        @commit="panel.setLayout('spaces', $event)" />
      <v-select
        label="How it is fed"
        :model-value="panel.layout.value.main"
        :items="MAINS"
        @update:model-value="panel.setLayout('main', $event)" />
      <CommitField
        label="Slots of a back-fed main"
        :shown="panel.layout.value.main_slots.join(', ')"
        hint="none"
        empty-ok
        :parse="list"
        wrong="Slots, for example 1, 3"
        @commit="panel.setLayout('main_slots', $event ?? [])" />
      <CommitField
        label="Slots for half-size devices"
        :shown="panel.layout.value.half_slots.join(', ')"
        hint="none"
        empty-ok
        :parse="list"
        wrong="Slots, for example 27, 29"
        @commit="panel.setLayout('half_slots', $event ?? [])" />
      <CommitField
        label="Most poles, by its label"
        :shown="panel.layout.value.most_poles ? String(panel.layout.value.most_poles) : ''"
        hint="not read"
        empty-ok
        :parse="count"
        wrong="A whole number"
        @commit="panel.setLayout('most_poles', $event)" />
      <CommitField
        v-for="[field, label] in READ"
        :key="field"
        :label="label"
        :shown="panel.layout.value[field] != null ? amperes(panel.layout.value[field]!) : ''"
        hint="not read"
        empty-ok
        :parse="(t) => parseMeasure(t, 'amperes')"
        :understood="(v) => amperes(v)"
        wrong="Amperes, as the clamp shows"
        @commit="panel.setLayout(field, $event)" />
      <CommitField
        label="Torque, as its label says"
        :shown="panel.layout.value.torque"
        hint="read the label"
        empty-ok
        :parse="(t) => t.trim()"
        wrong="As it is written"
        @commit="panel.setLayout('torque', $event ?? '')" />
    </div>
  </details>
</template>
