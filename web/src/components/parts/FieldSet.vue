<script setup lang="ts">
import { computed } from 'vue'
import type { Choice } from '../../api/client'
import { isMotor, type Field } from '../../state/fields'
import { fill } from '../../state/terms'
import { useFieldText } from './useFieldText'
import { useJob } from '../../state/job'
import CommitField from './CommitField.vue'

/** Fields of one thing in the job, in order, each kept as it is left. `at` is where the thing stands in the job. */
const props = defineProps<{ fields: Field[]; at: string; values: Record<string, unknown> }>()
const store = useJob()
const fields = computed(() =>
  props.fields.filter(
    (f) => (!f.only || f.only(props.values)) && (!f.where || (store.options && f.where(store.options))),
  ),
)
const listed = (field: Field): string[] => (props.values[field.field] as string[] | undefined) ?? []
const plain = computed(() => fields.value.filter((f) => f.type !== 'flag'))
const flags = computed(() => fields.value.filter((f) => f.type === 'flag'))
const SELECTS = ['choice', 'number-choice', 'yesno', 'building', 'enclosure', 'node', 'run']
const EMPTY = ['device_type', 'half'] // an empty word is the usual kind
const { shown, parse, understood, wrong } = useFieldText(props)
const YES_NO: Record<string, boolean> = { yes: true, no: false }

function set(field: string, value: unknown): void {
  void store.edit([{ op: 'add', path: `${props.at}/${field}`, value }])
}

function items(field: Field) {
  const job = store.job
  if (['choice', 'yesno', 'choices', 'number-choice'].includes(field.type))
    return choicesOf(field).map((one) => ({ value: one.value, title: fill(one.title) }))
  const named = (entries: Record<string, { name: string }>) =>
    Object.entries(entries).map(([value, p]) => ({ value, title: `${value} ${p.name}` }))
  const none = field.required ? [] : [{ value: '', title: field.hint ?? 'none' }]
  if (!job) return none
  if (field.type === 'run') return [...none, ...named(job.runs).filter((one) => one.value !== props.at.split('/')[2])]
  if (field.type === 'building') return [...none, ...named(job.buildings)]
  return [...none, ...(field.type === 'node' ? named(job.sources) : []), ...named(job.enclosures)]
}

function choicesOf(field: Field): Choice[] {
  return (
    (field.from && store.options && store.job ? field.from(store.options, props.values, store.job) : field.choices) ??
    []
  )
}

function chosen(field: Field): unknown {
  const value = props.values[field.field]
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return value === null || value === undefined ? '' : String(value)
}

function pick(field: Field, value: string): void {
  set(
    field.field,
    field.type === 'yesno'
      ? (YES_NO[value] ?? null)
      : field.type === 'number-choice'
        ? Number(value) || null
        : value || (EMPTY.includes(field.field) ? '' : null),
  )
}

function left(field: Field, value: unknown): void {
  if (typeof value === 'object' && value !== null && 'horsepower' in value) {
    const motor = isMotor(props.values) ? [] : [{ op: 'add' as const, path: `${props.at}/kind`, value: 'motor' }]
    void store.edit([...motor, { op: 'add', path: `${props.at}/horsepower`, value: value.horsepower }])
  } else if (value !== null) set(field.field, value)
  else if (['count', 'way'].includes(field.type) && typeof field.zero === 'number') set(field.field, field.zero)
  else if (['powers', 'slots'].includes(field.type)) set(field.field, [])
  else set(field.field, field.type === 'text' ? '' : null)
}
</script>

<template>
  <div class="part-editor">
    <div class="fields">
      <template v-for="field in plain" :key="field.field">
        <v-select
          v-if="SELECTS.includes(field.type)"
          :label="$fill(field.label)"
          :model-value="chosen(field)"
          :items="items(field)"
          @update:model-value="pick(field, String($event))" />
        <v-select
          v-else-if="field.type === 'choices'"
          :label="$fill(field.label)"
          multiple
          :model-value="listed(field)"
          :items="items(field)"
          @update:model-value="set(field.field, $event)" />
        <CommitField
          v-else
          :label="$fill(field.label)"
          :shown="shown(field)"
          :hint="field.hint"
          :empty-ok="!field.required"
          :parse="(t) => parse(field, t)"
          :understood="(v) => understood(field, v)"
          :wrong="wrong(field)"
          @commit="left(field, $event)" />
      </template>
    </div>
    <v-checkbox
      v-for="field in flags"
      :key="field.field"
      class="flag"
      :model-value="Boolean(values[field.field])"
      @update:model-value="set(field.field, Boolean($event))"
      ><template #label>{{ $fill(field.label) }}</template></v-checkbox
    >
  </div>
</template>
