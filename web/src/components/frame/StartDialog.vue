<script setup lang="ts">
import { computed, nextTick, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { problemText, type Answers, type Problem, type StartItem } from '../../api/client'
import { orElse, send } from '../../api/transport'
import { rulebook as bookNamed, starts as listStarts } from '../../api/lists'
import {
  Misread,
  areaText,
  lengthText,
  parseArea,
  parseLength,
  parseMeasure,
  parsePower,
  powerText,
} from '../../format/quantities'
import { useJob } from '../../state/job'
import { useSettings } from '../../state/settings'

/** The usual cases: pick one, answer what matters. Starts a job of its own, or adds to the job on screen. */
const props = defineProps<{ fill?: boolean; rulebook?: string }>()
const open = defineModel<boolean>({ required: true })
const store = useJob()
const router = useRouter()
const settings = useSettings()
const starts = ref<StartItem[]>([])
const chosen = ref<StartItem | null>(null)
const typed = reactive<Record<string, string>>({})
const tried = ref(false)
const trouble = ref('')
const form = ref<HTMLElement | null>(null)
const metals = ref<{ value: string; title: string }[]>([])
const own_units = ref<'feet' | 'metres'>('feet')
const units = computed(() => (props.fill ? store.units : own_units.value))
const busy = computed(() => Object.keys(store.job?.runs ?? {}).length > 0)
const offered = computed(() => starts.value.filter((s) => !props.fill || s.adds || !busy.value))
const asks = computed(() => chosen.value?.asks.filter((a) => !(props.fill && a.field === 'name')) ?? [])
const examples = computed<Record<string, string>>(() => ({
  length: units.value === 'feet' ? 'A length, for example 120 ft' : 'A length, for example 36 m',
  amperes: 'Amperes, for example 60',
  power: 'A power, for example 12 kW',
  area: units.value === 'feet' ? 'An area, for example 1850 sq ft' : 'An area, for example 170 m²',
  kva: 'kVA, for example 14',
  height: units.value === 'feet' ? 'A height, for example 3500 ft' : 'A height, for example 1100 m',
  count: 'A whole number, for example 2',
  text: 'A name, so that you find it again',
}))

const followed = computed(() => (props.fill ? store.job?.rulebook : props.rulebook) ?? '')
watch(open, (now) => {
  if (!now) return
  chosen.value = null
  tried.value = false
  trouble.value = ''
  for (const key of Object.keys(typed)) delete typed[key]
  void look()
})
watch(followed, () => open.value && void look())

/** The starts in the words of the rules; the first rulebook's, while nobody has named one. */
async function look(): Promise<void> {
  const name = followed.value
  starts.value = await orElse(listStarts(name), [])
  const book = name ? await orElse(bookNamed(name), null) : null
  metals.value = book?.metals ?? []
  own_units.value = book?.terms.length_unit === 'metres' ? 'metres' : 'feet'
  if (!starts.value.length) trouble.value = 'The server does not answer.'
}

/** The first question gets the focus at once: a focus that comes late would take what somebody types elsewhere. */
async function choose(start_item: StartItem): Promise<void> {
  chosen.value = start_item
  await nextTick()
  form.value?.querySelector('input')?.focus()
}

function parsed(kind: string, text: string): string | number | null {
  if (kind === 'text' || kind === 'choice' || kind === 'metal') return text.trim() || null
  if (kind === 'length') return parseLength(text, units.value)
  if (kind === 'height') return parseLength(text, units.value) ?? (/^0+$/.test(text.trim()) ? 0 : null)
  if (kind === 'area') return parseArea(text, units.value)
  if (kind === 'power') return parsePower(text)
  if (kind === 'count') return /^\d+$/.test(text.trim()) ? Number(text) : null
  return parseMeasure(text, kind === 'kva' ? 'kva' : kind === 'amperes' ? 'amperes' : 'plain')
}

/** A load is known in amperes or in kilowatts; the server turns the one into the other. */
const asPower = (ask: StartItem['asks'][number], text: string): number | null => {
  if (!ask.power || !/[a-z]/i.test(text) || /^[\d.,\s]*(a|amps?|amperes?|ma|ka)$/i.test(text.trim())) return null
  return parsePower(text)
}

/** What is read, or why it cannot be. */
function readAs(kind: string, text: string): { value: string | number | null; why: string } {
  try {
    return { value: parsed(kind, text), why: examples.value[kind] ?? 'This cannot be read' }
  } catch (error) {
    if (error instanceof Misread) return { value: null, why: `${error.message}.` }
    throw error
  }
}

/** What was understood, beside what is typed. */
function meaning(ask: StartItem['asks'][number]): string {
  const text = typed[ask.field]?.trim() ?? ''
  const power = asPower(ask, text)
  if (power !== null) return powerText(power) === text ? '' : `= ${powerText(power)}`
  const { value } = readAs(ask.kind, text)
  if (typeof value !== 'number' || ask.kind === 'count') return ''
  const said =
    ask.kind === 'length' || ask.kind === 'height'
      ? lengthText(value, units.value)
      : ask.kind === 'area'
        ? areaText(value, units.value)
        : ask.kind === 'power'
          ? powerText(value)
          : ask.kind === 'kva'
            ? `${value} kVA`
            : `${value} A`
  return said === text ? '' : `= ${said}`
}

function wrong(ask: StartItem['asks'][number]): string {
  const text = typed[ask.field]?.trim() ?? ''
  if (!text) return tried.value && ask.required ? (examples.value[ask.kind] ?? 'An answer is needed') : ''
  if (asPower(ask, text) !== null) return ''
  const { value, why } = readAs(ask.kind, text)
  return tried.value && value === null ? why : ''
}

async function start(): Promise<void> {
  tried.value = true
  if (!chosen.value || asks.value.some((ask) => wrong(ask))) return
  const filled = asks.value
    .filter((ask) => typed[ask.field]?.trim())
    .map((ask) => {
      const power = asPower(ask, typed[ask.field]!)
      return power === null ? [ask.field, parsed(ask.kind, typed[ask.field]!)] : [ask.power, power]
    })
  const answers = Object.fromEntries(filled) as Answers
  if (props.fill) {
    open.value = false
    await store.addStart(chosen.value.key, answers)
    return
  }
  const body = {
    start: chosen.value.key,
    name: typed.name?.trim() ?? 'New property',
    answers,
    ...(props.rulebook ? { rulebook: props.rulebook } : {}),
  }
  const { data, error } = await send('post', '/api/jobs', {
    body,
    headers: { 'Northspan-Person': encodeURIComponent(settings.person) },
  })
  if (data) await router.push(`/jobs/${data.id}/sizing`)
  else trouble.value = problemText(error as Problem)
}
</script>

<template>
  <v-dialog v-model="open" :aria-label="chosen?.title ?? 'What is to be done?'" max-width="640">
    <v-card class="dialog">
      <template v-if="!chosen">
        <h2>What is to be done?</h2>
        <ul class="starts">
          <li v-for="(s, i) in offered" :key="s.key">
            <button :autofocus="i === 0" @click="choose(s)">
              <b>{{ s.title }}</b><span>{{ s.words }}</span>
            </button>
          </li>
        </ul>
        <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
        <div class="dialog-buttons"><v-btn @click="open = false">Cancel</v-btn></div>
      </template>
      <form v-else novalidate @submit.prevent="start">
        <h2>{{ chosen.title }}</h2>
        <div ref="form" class="asks">
          <template v-for="ask in asks" :key="ask.field">
            <v-select
              v-if="ask.kind === 'choice'"
              :label="ask.words"
              :model-value="typed[ask.field] ?? ask.choices[0]?.[0]"
              :items="ask.choices.map(([value, title]) => ({ value, title }))"
              @update:model-value="typed[ask.field] = $event" />
            <v-select
              v-else-if="ask.kind === 'metal'"
              :model-value="typed[ask.field] ?? ''"
              :label="ask.words"
              :items="[{ value: '', title: 'let the rules choose' }, ...metals]"
              @update:model-value="typed[ask.field] = $event" />
            <v-text-field
              v-else
              v-model="typed[ask.field]"
              :label="ask.words + (ask.required ? '' : ' (optional)')"
              :placeholder="ask.hint"
              persistent-placeholder
              maxlength="80"
              autocomplete="off"
              :error-messages="wrong(ask)"
              :messages="meaning(ask)" />
          </template>
        </div>
        <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
        <div class="dialog-buttons">
          <v-btn @click="chosen = null">Back</v-btn>
          <v-btn type="submit" color="primary" variant="flat">Lay it out</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.starts {
  display: grid;
  gap: 6px;
}
</style>
