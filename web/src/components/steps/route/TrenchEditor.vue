<script setup lang="ts">
import { computed } from 'vue'
import type { Operation, Segment } from '../../../api/client'
import { depthText, lengthText, parseLength } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** The trench of a buried stretch: whose it is, what lies beside it, what it crosses. */
const props = defineProps<{ stretch: Segment }>()
const emit = defineEmits<{ edit: [edits: Operation[]] }>()
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

/** Each field by itself, so that an edit that is still on its way is not written over. */
function put(path: string, fields: object): void {
  emit(
    'edit',
    Object.entries(fields).map(([field, value]) => ({ op: 'add', path: `${path}/${field}`, value })),
  )
}

function cross(): void {
  const value = { kind: 'gas', at_m: Math.min(3, props.stretch.length_m), depth_m: 0.6 }
  emit('edit', [{ op: 'add', path: 'crossings/-', value }])
}

function drop(path: string): void {
  emit('edit', [{ op: 'remove', path }])
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
        @commit="emit('edit', [{ op: 'add', path: 'trench', value: $event ?? '' }])" />
      <CommitField
        label="Other circuits in it"
        :shown="stretch.trench_circuits ? String(stretch.trench_circuits) : ''"
        hint="those that name it"
        empty-ok
        :parse="count"
        wrong="A whole number"
        @commit="emit('edit', [{ op: 'add', path: 'trench_circuits', value: $event ?? 0 }])" />
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
          @update:model-value="put(`beside/${i}`, { kind: $event })" />
        <CommitField
          label="Kept apart by"
          :shown="line.apart_m === null || line.apart_m === undefined ? '' : depthText(line.apart_m, store.units)"
          hint="by the rule"
          empty-ok
          :parse="none"
          :understood="(v) => lengthText(v, store.units)"
          wrong="A distance, for example 12 in"
          @commit="put(`beside/${i}`, { apart_m: $event })" />
        <v-plain-button :aria-label="`Remove line ${i + 1} beside it`" @click="drop(`beside/${i}`)">
          Remove
        </v-plain-button>
      </li>
    </ol>
    <ol v-if="stretch.crossings.length">
      <li v-for="(line, i) in stretch.crossings" :key="i" class="leg">
        <v-select
          label="Line"
          :model-value="line.kind"
          :items="LINES"
          @update:model-value="put(`crossings/${i}`, { kind: $event })" />
        <CommitField
          :label="`Line ${i + 1}, where`"
          :shown="lengthText(line.at_m, store.units)"
          :parse="none"
          :understood="(v) => lengthText(v, store.units)"
          wrong="A length from the head of the stretch"
          @commit="put(`crossings/${i}`, { at_m: $event ?? 0 })" />
        <CommitField
          label="Its depth"
          :shown="depthText(line.depth_m, store.units)"
          :parse="none"
          :understood="(v) => lengthText(v, store.units)"
          wrong="A depth, for example 24 in"
          @commit="put(`crossings/${i}`, { depth_m: $event ?? 0 })" />
        <v-plain-button :aria-label="`Remove line ${i + 1}`" @click="drop(`crossings/${i}`)"> Remove </v-plain-button>
      </li>
    </ol>
    <div class="leg-buttons">
      <v-act-button @click="cross"> Add a line it crosses </v-act-button>
      <v-act-button
        @click="emit('edit', [{ op: 'add', path: 'beside/-', value: { kind: 'communication', apart_m: null } }])">
        Add a line beside it
      </v-act-button>
    </div>
  </details>
</template>
