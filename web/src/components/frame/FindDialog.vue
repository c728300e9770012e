<script setup lang="ts">
import type { Action } from '../../state/actions'
import { computed, nextTick, ref, watch } from 'vue'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ actions: Action[]; start?: string }>()
const text = ref('')
const at = ref(0)
const field = ref<HTMLInputElement | null>(null)
const found = computed(() => {
  const wanted = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  const fits = (text: string) => wanted.every((word) => text.toLowerCase().includes(word))
  const named = props.actions.filter((action) => fits(action.words))
  return [
    ...named,
    ...props.actions.filter((action) => !named.includes(action) && fits(`${action.words} ${action.also ?? ''}`)),
  ].slice(0, 9)
})
watch(text, () => (at.value = 0))
watch(open, async (now) => {
  if (!now) return
  text.value = props.start ?? ''
  await nextTick()
  field.value?.focus()
})

function choose(action: Action | undefined): void {
  if (!action) return
  open.value = false
  action.run()
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Find or do anything">
    <v-card class="dialog">
      <input
        ref="field"
        v-model="text"
        class="find"
        aria-label="Find or do anything"
        placeholder="Find or do anything"
        autofocus
        autocomplete="off"
        role="combobox"
        aria-expanded="true"
        aria-controls="found-list"
        :aria-activedescendant="found.length ? `found-${at}` : undefined"
        @keydown.down.prevent="at = Math.min(at + 1, found.length - 1)"
        @keydown.up.prevent="at = Math.max(at - 1, 0)"
        @keydown.enter.prevent="choose(found[at])" />
      <ul id="found-list" class="found" role="listbox" aria-label="What was found">
        <li
          v-for="(action, i) in found"
          :id="`found-${i}`"
          :key="`${action.words} ${i}`"
          role="option"
          :aria-selected="i === at"
          :class="{ at: i === at }"
          @click="choose(action)">
          <span>{{ action.words }}</span><kbd>{{ action.keys }}</kbd>
        </li>
      </ul>
      <p v-if="!found.length" class="empty">Nothing is called that.</p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.find {
  min-height: 48px;
  padding: 0 12px;
  font: inherit;
  font-size: 17px;
  color: inherit;
  background: rgb(var(--v-theme-background));
  border: 2px solid rgb(var(--v-theme-primary));
  border-radius: 3px;
  outline: none;
}
.found .at {
  background: rgb(var(--v-theme-wash));
}
</style>
