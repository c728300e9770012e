<script setup lang="ts">
import type { Segment } from '../../../api/client'
import { depthText, parseDegrees, parseLength, parseTemperature, temperatureText } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
/** What makes a stretch hot or crowded: air, bends, other wires beside it, the sun on a roof. */
defineProps<{ stretch: Segment; inPipe: boolean }>()
const emit = defineEmits<{ set: [field: string, value: unknown] }>()
const store = useJob()
const count = (text: string): number | null => (/^\d+$/.test(text.trim()) ? Number(text.trim()) : null)
</script>

<template>
  <CommitField
    label="Ambient"
    :shown="temperatureText(stretch.ambient_c, store.units)"
    :parse="(t) => parseTemperature(t, store.units)"
    :understood="(v) => temperatureText(v, store.units)"
    wrong="A temperature, for example 86 F"
    @commit="emit('set', 'ambient_c', $event)" />
  <CommitField
    label="Bends"
    :shown="`${stretch.bends_deg}°`"
    :parse="parseDegrees"
    :understood="(v) => `${v}°`"
    wrong="Degrees between pull points"
    @commit="emit('set', 'bends_deg', $event ?? 0)" />
  <CommitField
    label="Other carrying wires"
    :shown="String(stretch.other_carrying)"
    :parse="count"
    wrong="A whole number"
    @commit="emit('set', 'other_carrying', $event ?? 0)" />
  <v-select
    v-if="store.options?.groupings.length"
    label="Circuits together"
    :model-value="stretch.grouped"
    :items="[{ value: '', title: 'bunched' }, ...store.options.groupings]"
    @update:model-value="emit('set', 'grouped', $event)" />
  <CommitField
    v-if="inPipe && stretch.place !== 'buried'"
    label="Over the roof by"
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
    @commit="emit('set', 'over_roof_m', $event)" />
</template>
