<script setup lang="ts" generic="T">
import { computed, nextTick, ref, watch } from 'vue'
import { Misread } from '../../format/quantities'
import { useJob } from '../../state/job'

const props = defineProps<{
  label: string
  shown: string
  wrong: string
  parse: (text: string) => T | null
  emptyOk?: boolean
  hint?: string
  understood?: (value: T) => string
  /** In a table: its column says what it is, and the label is for those who do not see it. */
  bare?: boolean
  /** What was kept went elsewhere: it then shows what it is given, and not what was typed. */
  forgets?: boolean
}>()
const emit = defineEmits<{ commit: [value: T | null] }>()
const text = ref(props.shown)
const error = ref('')
watch(
  () => props.shown,
  (shown) => {
    text.value = shown
    error.value = ''
  },
)
const job = useJob()
const me = Symbol(props.label)
/** What the server refused of this field's own edit, until something else is typed or kept. */
const refused = computed(() => (job.refusal?.by === me ? job.refusal.text : ''))
watch(text, () => {
  if (refused.value) job.refusal = null
})
const changed = computed(() => text.value.trim() !== props.shown.trim())

/** What is read, or why it cannot be: a figure that is meant for another box says so. */
function read(): { value: T | null; why: string } {
  try {
    return { value: props.parse(text.value), why: props.wrong }
  } catch (error) {
    if (error instanceof Misread) return { value: null, why: `${error.message}.` }
    throw error
  }
}

/** What was understood, beside what is typed, while it is not kept yet. */
const meaning = computed(() => {
  if (!changed.value || !props.understood || !text.value.trim()) return ''
  const { value } = read()
  return value === null ? '' : `= ${props.understood(value)}`
})

/** What went out and is not answered yet: a focus that moves on after Enter does not send it a second time. */
let sent: string | null = null
watch([() => props.shown, refused, () => job.trouble], () => (sent = null))

function commit(): void {
  if (!changed.value || text.value === sent) {
    if (!changed.value) error.value = ''
    return
  }
  sent = text.value
  if (props.emptyOk && !text.value.trim()) {
    job.fromField(me, () => emit('commit', null))
    return
  }
  const { value, why } = read()
  if (value === null) error.value = why
  else {
    error.value = ''
    job.fromField(me, () => emit('commit', value))
    if (props.forgets) {
      text.value = '' // at once: a focus that moves on would commit what is still here a second time
      void nextTick(() => (text.value = props.shown))
    }
  }
}

function giveUp(): void {
  text.value = props.shown
  error.value = ''
  if (refused.value) job.refusal = null
}
</script>

<template>
  <v-text-field
    v-model="text"
    :label="bare ? undefined : label"
    :aria-label="bare ? label : undefined"
    :error-messages="error || refused"
    :messages="meaning"
    :placeholder="hint"
    persistent-placeholder
    :inputmode="understood ? 'decimal' : 'text'"
    autocomplete="off"
    @blur="commit"
    @keydown.enter="commit"
    @keydown.esc="giveUp" />
</template>
