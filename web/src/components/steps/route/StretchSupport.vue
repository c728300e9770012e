<script setup lang="ts">
import { computed } from 'vue'
import type { Segment } from '../../../api/client'
import { depthText, parseLength, parseSwing, swingText } from '../../../format/quantities'
import { STATUSES } from '../../../state/fields'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
/** Whether a stretch is there already, and how it is held. */
const props = defineProps<{ stretch: Segment; inPipe: boolean }>()
const emit = defineEmits<{ set: [field: string, value: unknown] }>()
const store = useJob()
const strapped = computed(
  () => ['indoors', 'attic', 'outdoors'].includes(props.stretch.place) && props.stretch.method !== 'direct_burial',
)
</script>

<template>
  <v-select
    label="Status of it"
    :model-value="stretch.status ?? ''"
    :items="[{ value: '', title: 'as the run' }, ...STATUSES.filter((one) => one.value !== 'remove')]"
    @update:model-value="emit('set', 'status', $event || null)" />
  <CommitField
    v-if="strapped && inPipe"
    label="Coldest to hottest"
    :shown="stretch.swing_k === null || stretch.swing_k === undefined ? '' : swingText(stretch.swing_k, store.units)"
    hint="usual there"
    empty-ok
    :parse="(t) => parseSwing(t, store.units)"
    :understood="(v) => swingText(v, store.units)"
    wrong="A difference, for example 100 °F"
    @commit="emit('set', 'swing_k', $event)" />
  <CommitField
    v-if="strapped"
    label="Straps, apart"
    :shown="stretch.strap_m ? depthText(stretch.strap_m, store.units) : ''"
    hint="by the rule"
    empty-ok
    :parse="(t) => parseLength(t, store.units)"
    :understood="(v) => depthText(v, store.units)"
    wrong="A distance, for example 5 ft"
    @commit="emit('set', 'strap_m', $event)" />
  <CommitField
    v-if="strapped"
    label="First strap from a box"
    :shown="stretch.first_strap_m ? depthText(stretch.first_strap_m, store.units) : ''"
    hint="by the rule"
    empty-ok
    :parse="(t) => parseLength(t, store.units)"
    :understood="(v) => depthText(v, store.units)"
    wrong="A distance, for example 3 ft"
    @commit="emit('set', 'first_strap_m', $event)" />
</template>
