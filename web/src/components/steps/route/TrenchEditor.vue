<script setup lang="ts">
import { computed } from 'vue'
import type { Segment } from '../../../api/client'
import { depthText, lengthText, parseLength } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** The trench of a buried stretch: whose it is, what lies beside it, what it crosses. */
const props = defineProps<{ stretch: Segment }>()
const emit = defineEmits<{ change: [fields: Partial<Segment>] }>()
const store = useJob()
const LINES = [
  { value: 'water', title: 'water' },
  { value: 'gas', title: 'gas' },
  { value: 'communication', title: 'communication' },
  { value: 'drain', title: 'drain' },
]
const none = (text: string) => parseLength(text, store.units) ?? (/^0+$/.test(text.trim()) ? 0 : null)
const count = (text: string): number | null => (/^\d+$/.test(text.trim()) ? Number(text.trim()) : null)
const trenchName = (text: string) => text.trim().slice(0, 40) || null
/** Names of trenches in the job, to lie in one of them by its name. */
const named = computed(() => [
  ...new Set(
    Object.values(store.job?.runs ?? {})
      .flatMap((run) => Object.values(run.segments).map((one) => one.trench))
      .filter(Boolean),
  ),
])
const said = computed(() => {
  const { trench, beside, crossings } = props.stretch
  return (
    [
      trench && `“${trench}”`,
      beside.length && `${beside.length} beside it`,
      crossings.length && `${crossings.length} crossed`,
    ]
      .filter(Boolean)
      .join(', ') || 'its own, no other lines noted'
  )
})

function setCrossing(i: number, fields: Partial<Segment['crossings'][number]>): void {
  emit('change', { crossings: props.stretch.crossings.map((line, n) => (n === i ? { ...line, ...fields } : line)) })
}

function setBeside(i: number, fields: Partial<Segment['beside'][number]>): void {
  emit('change', { beside: props.stretch.beside.map((line, n) => (n === i ? { ...line, ...fields } : line)) })
}
</script>

<template>
  <details class="legs" :open="stretch.crossings.length > 0 || stretch.beside.length > 0 || stretch.trench !== ''">
    <summary>
      <b>Trench and other lines</b> <span>{{ said }}</span>
    </summary>
    <div class="fields">
      <CommitField
        label="Name of the trench"
        :shown="stretch.trench"
        hint="its own"
        empty-ok
        :parse="trenchName"
        wrong="A name"
        @commit="emit('change', { trench: $event ?? '' })" />
      <CommitField
        label="Other circuits in it"
        :shown="stretch.trench_circuits ? String(stretch.trench_circuits) : ''"
        hint="those that name it"
        empty-ok
        :parse="count"
        wrong="A whole number"
        @commit="emit('change', { trench_circuits: $event ?? 0 })" />
    </div>
    <p class="empty">
      {{ named.length ? `Trenches here: ${named.join(', ')}. ` : '' }}Stretches with the same name lie in one trench,
      dug once.
    </p>
    <ol v-if="stretch.beside.length">
      <li v-for="(line, i) in stretch.beside" :key="i" class="leg">
        <v-select
          :label="`Beside it, line ${i + 1}`"
          :model-value="line.kind"
          :items="LINES"
          @update:model-value="setBeside(i, { kind: $event })" />
        <CommitField
          label="Kept apart by"
          :shown="line.apart_m === null || line.apart_m === undefined ? '' : depthText(line.apart_m, store.units)"
          hint="by the rule"
          empty-ok
          :parse="none"
          :understood="(v) => lengthText(v, store.units)"
          wrong="A distance, for example 12 in"
          @commit="setBeside(i, { apart_m: $event })" />
        <button
          class="cure plain"
          :aria-label="`Remove line ${i + 1} beside it`"
          @click="emit('change', { beside: stretch.beside.filter((_, n) => n !== i) })">
          Remove
        </button>
      </li>
    </ol>
    <ol v-if="stretch.crossings.length">
      <li v-for="(line, i) in stretch.crossings" :key="i" class="leg">
        <v-select
          label="Line"
          :model-value="line.kind"
          :items="LINES"
          @update:model-value="setCrossing(i, { kind: $event })" />
        <CommitField
          :label="`Line ${i + 1}, where`"
          :shown="lengthText(line.at_m, store.units)"
          :parse="none"
          :understood="(v) => lengthText(v, store.units)"
          wrong="A length from the head of the stretch"
          @commit="setCrossing(i, { at_m: $event ?? 0 })" />
        <CommitField
          label="Its depth"
          :shown="depthText(line.depth_m, store.units)"
          :parse="none"
          :understood="(v) => lengthText(v, store.units)"
          wrong="A depth, for example 24 in"
          @commit="setCrossing(i, { depth_m: $event ?? 0 })" />
        <button
          class="cure plain"
          :aria-label="`Remove line ${i + 1}`"
          @click="emit('change', { crossings: stretch.crossings.filter((_, n) => n !== i) })">
          Remove
        </button>
      </li>
    </ol>
    <div class="leg-buttons">
      <button
        class="cure"
        @click="
          emit('change', {
            crossings: [...stretch.crossings, { kind: 'gas', at_m: Math.min(3, stretch.length_m), depth_m: 0.6 }],
          })
        ">
        Add a line it crosses
      </button>
      <button
        class="cure"
        @click="emit('change', { beside: [...stretch.beside, { kind: 'communication', apart_m: null }] })">
        Add a line beside it
      </button>
    </div>
  </details>
</template>
