<script setup lang="ts">
import type { Segment } from '../../../api/client'
import { lengthText, parseLength } from '../../../format/quantities'
import { laidWays } from '../../../state/fields'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
/** How long a stretch is, how it is wired and where it lies. */
defineProps<{ stretch: Segment }>()
const emit = defineEmits<{ set: [field: string, value: unknown]; change: [fields: Partial<Segment>] }>()
const store = useJob()
</script>

<template>
  <CommitField
    label="Length"
    :shown="lengthText(stretch.length_m, store.units)"
    :parse="(t) => parseLength(t, store.units)"
    :understood="(v) => lengthText(v, store.units)"
    wrong="A length, for example 185 ft"
    @commit="$event !== null && emit('change', { length_m: $event, legs: {}, slack_m: 0 })" />
  <v-select
    label="Wiring method"
    :model-value="stretch.method"
    :items="store.options?.methods"
    @update:model-value="emit('set', 'method', $event)" />
  <v-select
    label="Where it lies"
    :model-value="stretch.place"
    :items="store.options?.places"
    @update:model-value="emit('set', 'place', $event)" />
  <v-select
    v-if="store.options?.laid_ways.length"
    label="Reference method"
    :model-value="stretch.laid"
    :items="laidWays(store.options)"
    @update:model-value="emit('set', 'laid', $event)" />
  <CommitField
    v-if="store.options?.by_loop"
    label="Of it in insulation"
    :shown="stretch.in_insulation_m ? lengthText(stretch.in_insulation_m, store.units) : ''"
    hint="none"
    empty-ok
    :parse="(t) => parseLength(t, store.units)"
    :understood="(v) => lengthText(v, store.units)"
    wrong="A length inside thermal insulation, for example 0.2 m"
    @commit="emit('set', 'in_insulation_m', $event ?? 0)" />
</template>
