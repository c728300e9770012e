<script setup lang="ts">
import type { Segment } from '../../../api/client'
import { depthText, lengthText, parseLength } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
/** What is asked of a stretch overhead or in the ground: what it passes over or lies under, how high, how deep. */
defineProps<{ stretch: Segment }>()
const emit = defineEmits<{ set: [field: string, value: unknown] }>()
const store = useJob()
const OVER = [
  { value: 'walk', title: 'walk or garden' },
  { value: 'drive', title: 'drive' },
  { value: 'street', title: 'street' },
  { value: 'roof', title: 'roof' },
  { value: 'steep_roof', title: 'steep roof' },
]
</script>

<template>
  <v-select
    v-if="stretch.place === 'overhead'"
    label="It passes over"
    :model-value="stretch.over"
    :items="OVER"
    @update:model-value="emit('set', 'over', $event)" />
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
    @commit="emit('set', 'height_m', $event)" />
  <v-select
    v-if="stretch.place === 'buried'"
    label="Above the trench"
    :model-value="stretch.surface"
    :items="store.options?.surfaces"
    @update:model-value="emit('set', 'surface', $event)" />
  <CommitField
    v-if="stretch.place === 'buried'"
    label="Cover as found"
    :shown="stretch.cover_m === null ? '' : depthText(stretch.cover_m, store.units)"
    hint="the least"
    empty-ok
    :parse="(t) => parseLength(t, store.units)"
    :understood="(v) => lengthText(v, store.units)"
    wrong="A depth, for example 18 in"
    @commit="emit('set', 'cover_m', $event)" />
</template>
