<script setup lang="ts" generic="T">
import { computed, ref, watch } from 'vue'

const props = defineProps<{ label: string; shown: string; wrong: string; parse: (text: string) => T | null; emptyOk?: boolean; hint?: string }>()
const emit = defineEmits<{ commit: [value: T | null] }>()
const text = ref(props.shown)
const error = ref('')
watch(() => props.shown, (shown) => {
  text.value = shown
  error.value = ''
})
const changed = computed(() => text.value.trim() !== props.shown.trim())

function commit(): void {
  if (!changed.value) {
    error.value = ''
    return
  }
  if (props.emptyOk && !text.value.trim()) {
    emit('commit', null)
    return
  }
  const value = props.parse(text.value)
  if (value === null) error.value = props.wrong
  else {
    error.value = ''
    emit('commit', value)
  }
}

function giveUp(): void {
  text.value = props.shown
  error.value = ''
}
</script>

<template>
  <v-text-field v-model="text" :label="label" :error-messages="error" :placeholder="hint" persistent-placeholder inputmode="text" autocomplete="off"
    @blur="commit" @keydown.enter="commit" @keydown.esc="giveUp" />
</template>
