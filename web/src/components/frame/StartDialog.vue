<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { problemText, type Answers, type Problem, type StartItem } from '../../api/client'
import { orElse, send } from '../../api/transport'
import { rulebook as bookNamed, starts as listStarts } from '../../api/lists'
import { useJob } from '../../state/job'
import { useStartAnswers } from './useStartAnswers'
import { useSettings } from '../../state/settings'

/** The usual cases: pick one, answer what matters. Starts a job of its own, or adds to the job on screen. */
const props = defineProps<{ fill?: boolean; rulebook?: string }>()
const open = defineModel<boolean>({ required: true })
const store = useJob()
const router = useRouter()
const settings = useSettings()
const starts = ref<StartItem[]>([])
const chosen = ref<StartItem | null>(null)
const trouble = ref('')
const form = ref<HTMLElement | null>(null)
const metals = ref<{ value: string; title: string }[]>([])
const own_units = ref<'feet' | 'metres'>('feet')
const units = computed(() => (props.fill ? store.units : own_units.value))
const busy = computed(() => Object.keys(store.job?.runs ?? {}).length > 0)
const { typed, tried, parsed, asPower, meaning, wrong, forget } = useStartAnswers(units)
const offered = computed(() => starts.value.filter((s) => !props.fill || s.adds || !busy.value))
const asks = computed(() => chosen.value?.asks.filter((a) => !(props.fill && a.field === 'name')) ?? [])
const followed = computed(() => (props.fill ? store.job?.rulebook : props.rulebook) ?? '')
watch(open, (now) => {
  if (!now) return
  chosen.value = null
  trouble.value = ''
  forget()
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
