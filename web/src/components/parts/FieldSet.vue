<script setup lang="ts">
import { computed } from 'vue'
import type { Choice } from '../../api/client'
import { isMotor, type Field } from '../../state/fields'
import {
  amperes,
  areaText,
  depthText,
  lengthText,
  parseArea,
  parseHorsepower,
  parseLength,
  parseMeasure,
  parsePower,
  parseTemperature,
  percent,
  parseVolume,
  parseWay,
  powerText,
  temperatureText,
  volumeText,
  wayText,
} from '../../format/quantities'
import { fill } from '../../state/terms'
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

function shown(field: Field): string {
  const value = props.values[field.field]
  if (value === null || value === undefined) return ''
  if (field.type === 'powers') return (value as number[]).map(powerText).join(', ')
  if (field.type === 'slots') return (value as number[]).join(', ')
  return typeof value === 'number' ? shownAs(field, value) : String(value)
}

function shownAs(field: Field, value: number): string {
  switch (field.type) {
    case 'length':
      return lengthText(value, store.units)
    case 'depth':
      return depthText(value, store.units)
    case 'way':
      return wayText(value, store.units)
    case 'litres':
      return volumeText(value, store.units)
    case 'milliamperes':
      return `${value} mA`
    case 'area':
      return areaText(value, store.units)
    case 'amperes':
      return amperes(value)
    case 'power':
      return powerText(value)
    case 'percent':
      return field.field === 'impedance_percent' ? `${value} %` : percent(value)
    case 'temperature':
      return temperatureText(value, store.units)
    case 'kva':
      return `${value} kVA`
    case 'volts':
      return `${value} V`
    case 'ohms':
      return `${value} Ω`
    case 'horsepower':
      return `${value} hp`
    default:
      return String(value)
  }
}

function parse(field: Field, text: string): unknown {
  switch (field.type) {
    case 'depth':
    case 'length':
      return parseLength(text, store.units) ?? (/^0+$/.test(text.trim()) ? 0 : null)
    case 'area':
      return parseArea(text, store.units)
    case 'power':
      return isMotorPower(field, text) ? { horsepower: parseHorsepower(text) } : parsePower(text)
    case 'temperature':
      return parseTemperature(text, store.units)
    case 'count':
      return /^\d+$/.test(text.trim()) ? Number(text.trim()) : null
    case 'text':
      return text.trim()
    case 'slots':
      return slotsIn(text)
    case 'way':
      return parseWay(text, store.units)
    case 'litres':
      return parseVolume(text, store.units)
    case 'powers': {
      const steps = text.split(/[,;+]/).map((one) => parsePower(one))
      return steps.some((step) => step === null) ? null : steps
    }
    case 'amperes':
    case 'kva':
    case 'volts':
    case 'ohms':
    case 'percent':
    case 'horsepower':
      return parseMeasure(text, field.type)
    default:
      return parseMeasure(text, 'plain')
  }
}

/** Numbers of slots, with commas, blanks or words between. */
function slotsIn(text: string): number[] | null {
  const found = text
    .split(/[\s,;+and]+/)
    .filter(Boolean)
    .map(Number)
  return found.every((slot) => Number.isInteger(slot) && slot > 0) ? found : null
}

/** "5 hp" in the box for a load's nameplate makes it a motor: its current then comes from the code's own table. */
function isMotorPower(field: Field, text: string): boolean {
  return props.at.startsWith('/loads/') && field.field === 'power_va' && parseHorsepower(text) !== null
}

/** What was read, as it will stand. */
function understood(field: Field, value: unknown): string {
  if (field.type === 'powers') return (value as number[]).map(powerText).join(', ')
  if (field.type === 'slots') return (value as number[]).join(', ')
  if (typeof value === 'object' && value !== null && 'horsepower' in value)
    return `a motor of ${String(value.horsepower)} hp`
  return typeof value === 'number' ? shownAs(field, value) : String(value)
}

const WRONG: Partial<Record<Field['type'], string>> = {
  length: 'A length, for example 60 ft or 18 m',
  area: 'An area, for example 1850 sq ft',
  power: 'A power, for example 4.5 kW',
  count: 'A whole number',
  temperature: 'A temperature, for example 86 F',
  powers: 'Powers with commas, for example 1 kW, 2 kW',
  text: 'A word',
  slots: 'Numbers with commas, for example 5, 7',
  way: 'A length, below zero the other way, for example 4 ft or -0.5 m',
  litres: 'A volume, for example 30.3 cu in or 0.5 L',
  milliamperes: 'Milliamperes, for example 30',
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
          :wrong="WRONG[field.type] ?? 'A number'"
          @commit="left(field, $event)" />
      </template>
    </div>
    <label v-for="field in flags" :key="field.field" class="flag">
      <input
        type="checkbox"
        :checked="Boolean(values[field.field])"
        @change="set(field.field, ($event.target as HTMLInputElement).checked)" />{{ $fill(field.label) }}
    </label>
  </div>
</template>
