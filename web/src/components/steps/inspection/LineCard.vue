<script setup lang="ts">
import { ref, watch } from 'vue'
import { useShowFinding } from '../../../composables/useShowFinding'
import CiteButton from '../../parts/CiteButton.vue'
import PhotosPart from '../../parts/PhotosPart.vue'
import { useInspection, type Line, type Said } from './useInspection'

/** One line of the checklist, its three answers under the thumb; the next open line comes by itself. */
const props = defineProps<{ line: Line }>()
const check = useInspection()
const show = useShowFinding()
const note = ref('')
const read = ref('')
const wrong = ref('')
watch(
  [() => props.line.key, () => props.line.note, () => props.line.reading],
  () => {
    note.value = props.line.note
    read.value = props.line.reading === null ? '' : String(props.line.reading)
    wrong.value = ''
  },
  { immediate: true },
)
const ANSWERS: [Said, string][] = [
  ['right', 'Right'],
  ['not_right', 'Not right'],
  ['not_seen', 'Not seen'],
]

async function say(said: Said): Promise<void> {
  const typed = read.value.trim().replace(',', '.')
  const reading = typed ? Number(typed) : null
  if (reading !== null && !Number.isFinite(reading)) {
    wrong.value = `A number in ${props.line.unit}.`
    return
  }
  if (props.line.unit && said === 'right' && reading === null) {
    wrong.value = `Type what was read, in ${props.line.unit}; or say that it was not seen.`
    return
  }
  await check.say(props.line, said, note.value.trim(), reading)
}
</script>

<template>
  <section class="part-panel line-card" aria-label="The line">
    <p class="run-name">
      {{ line.number }} of {{ check.lines.length }}<template v-if="line.place">, {{ line.place }}</template>
    </p>
    <h1 aria-live="polite">{{ line.words }}</h1>
    <p class="figure">{{ line.figure }}</p>
    <p class="because">{{ line.why }} <CiteButton :text="line.citation" /></p>
    <p v-if="line.state === 'changed'" class="caution">
      The plan has changed since. It said: {{ line.stood }}. Look again.
    </p>
    <p v-else-if="line.grade === 'too low' || line.grade === 'too high'" class="trouble">
      {{ line.reading }} {{ line.unit }} is {{ line.grade }}.
    </p>
    <v-text-field
      v-if="line.unit"
      v-model="read"
      :label="`What was read, in ${line.unit}`"
      inputmode="decimal"
      :error-messages="wrong" />
    <v-text-field v-model="note" label="Note" maxlength="400" />
    <PhotosPart :key="line.key" :line="line.key" />
    <div class="answers" role="group" aria-label="What was seen">
      <v-way-button
        v-for="[said, words] in ANSWERS"
        :key="said"
        class="big"
        :class="{ chosen: line.state === said }"
        :aria-pressed="line.state === said"
        @click="say(said)"
        >{{ words }}</v-way-button
      >
    </div>
    <div class="part-buttons">
      <v-plain-button @click="check.next(line)">The next open one</v-plain-button>
      <v-plain-button v-if="line.state !== 'open'" @click="check.say(line, null, '', null)"
        >Take it back</v-plain-button
      >
      <v-plain-button @click="show(line)">Show it</v-plain-button>
    </div>
    <p v-if="line.at" class="because">{{ line.who || 'Somebody' }}, {{ line.at.slice(0, 16).replace('T', ' ') }}</p>
  </section>
</template>

<style scoped>
.figure {
  font-weight: 600;
}
.line-card .v-text-field {
  flex: none;
  margin: 10px 0;
}
.answers {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
  margin: 12px 0;
}
.answers .big {
  min-height: 56px;
  border: 1px solid rgb(var(--v-theme-primary));
  font-weight: 600;
}
@media (max-width: 900px) {
  .line-card {
    display: flex;
    flex-direction: column;
    min-height: calc(100dvh - 150px);
  }
  .answers {
    margin-top: auto;
    position: sticky;
    bottom: 8px;
  }
  .answers .big {
    min-height: 72px;
  }
}
</style>
