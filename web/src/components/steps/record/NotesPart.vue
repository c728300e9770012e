<script setup lang="ts">
import { ref } from 'vue'
import { useRecord } from './useRecord'

/** Notes with who and when, of the whole job or of one part. */
const record = useRecord()
const words = ref('')
const part = ref('')
async function add(): Promise<void> {
  if (!words.value.trim()) return
  await record.addNote(words.value.trim(), part.value)
  words.value = ''
}
const nameOf = (where: string): string => record.parts.find((one) => one.value === where)?.title ?? 'a part that went'
</script>

<template>
  <section aria-label="Notes">
    <h2 class="survey-title">Notes</h2>
    <form class="move-start" @submit.prevent="add">
      <v-text-field v-model="words" class="pick" label="A note" maxlength="2000" />
      <v-select v-model="part" class="pick" label="Of what" :items="record.parts" />
      <v-act-button type="submit">Write it down</v-act-button>
    </form>
    <ul class="plain-list">
      <li v-for="[key, one] in record.notes" :key="key">
        {{ one.words }}
        <small
          >{{
            [one.part ? nameOf(one.part) : '', one.who, one.at.slice(0, 16).replace('T', ' ')]
              .filter(Boolean)
              .join(', ')
          }}
        </small>
        <v-plain-button :aria-label="`Strike the note ${one.words.slice(0, 40)}`" @click="record.strikeNote(key)"
          >Strike</v-plain-button
        >
      </li>
    </ul>
  </section>
</template>
