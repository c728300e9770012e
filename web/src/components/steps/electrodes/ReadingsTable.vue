<script setup lang="ts" generic="Row extends Record<string, unknown>">
import { nextTick, ref } from 'vue'
import type { Operation } from '../../../api/client'
import CommitField from '../../parts/CommitField.vue'

/** Readings as a table that is typed into: mend one, strike one, or add one in the last row. */
export interface Column {
  field: string
  label: string
  hint: string
  wrong: string
  parse: (text: string) => number | null
  shown: (value: number) => string
}
const props = defineProps<{ caption: string; columns: Column[]; rows: Row[]; simulated: (row: Row) => boolean }>()
/** Each edit by itself, so that one that is still on its way is not written over. */
const emit = defineEmits<{ edit: [edits: Operation[]] }>()
const fresh = ref<Record<string, number>>({})
const table = ref<HTMLTableElement | null>(null)

function mend(index: number, field: string, value: number | null): void {
  emit('edit', [
    { op: 'add', path: `${index}/${field}`, value },
    { op: 'add', path: `${index}/simulated`, value: false },
  ])
}

/** A new row is kept as soon as all of its figures are there; then the next one waits. */
async function add(field: string, value: number | null): Promise<void> {
  if (value === null) return
  fresh.value = { ...fresh.value, [field]: value }
  if (!props.columns.every((column) => column.field in fresh.value)) return
  const row = fresh.value
  fresh.value = {}
  emit('edit', [{ op: 'add', path: '-', value: row }])
  await nextTick()
  table.value?.querySelector<HTMLInputElement>('tr.fresh input')?.focus()
}
</script>

<template>
  <table ref="table" class="typed-readings">
    <caption class="sr-only">
      {{
        caption
      }}
    </caption>
    <thead>
      <tr>
        <th v-for="column in columns" :key="column.field" scope="col">{{ column.label }}</th>
        <th scope="col"><span class="sr-only">Strike</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, i) in rows" :key="i">
        <td v-for="column in columns" :key="column.field">
          <CommitField
            bare
            :label="`${column.label}, reading ${i + 1}`"
            :shown="column.shown(Number(row[column.field] ?? 0))"
            :parse="column.parse"
            :understood="column.shown"
            :wrong="column.wrong"
            @commit="mend(i, column.field, $event)" />
        </td>
        <td>
          <v-plain-button
            :aria-label="`Strike reading ${i + 1}`"
            @click="emit('edit', [{ op: 'remove', path: String(i) }])"
            >Strike</v-plain-button
          >
          <small v-if="simulated(row)">simulated</small>
        </td>
      </tr>
      <tr class="fresh">
        <td v-for="column in columns" :key="column.field">
          <CommitField
            bare
            forgets
            :label="`${column.label}, new reading`"
            :shown="column.field in fresh ? column.shown(fresh[column.field]!) : ''"
            :hint="column.hint"
            :parse="column.parse"
            :understood="column.shown"
            empty-ok
            :wrong="column.wrong"
            @commit="add(column.field, $event)" />
        </td>
        <td />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.typed-readings {
  border-collapse: collapse;
  margin: 8px 0 12px;
}
</style>
