<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { type Choice, type Options } from '../api/client'
import { orElse } from '../api/transport'
import { rulebook, rulebooks } from '../api/lists'
import CommitField from '../components/parts/CommitField.vue'
import WorkLines from '../components/parts/WorkLines.vue'
import { useCalculator } from '../composables/useCalculator'
import { useSettings } from '../state/settings'
import { lengthText, parseLength, parseMeasure, parseTemperature, temperatureText } from '../format/quantities'

const settings = useSettings()
/** The reverse question: this cable is in the wall, what can it carry? */
const options = ref<Options | null>(null)
const books = ref<Choice[]>([])
const units = computed(() => (options.value?.terms.length_unit === 'metres' ? 'metres' : 'feet'))
const { answer, trouble, ask: askCarry } = useCalculator('/api/calc/carry')
const asked = reactive({
  size: '10',
  metal: 'copper' as 'copper' | 'aluminum',
  insulation: 'NM-B',
  method: 'cable',
  place: 'indoors',
  length_m: 29,
  ambient_c: 30,
  other_carrying: 0,
  circuit: 'two_wire_neutral',
  terminals: 'unmarked',
  drop_limit_percent: 3,
  load_a: null as number | null,
})
const sizes = computed(() => options.value?.sizes[asked.metal] ?? [])
const CIRCUITS = [
  { value: 'two_wire_neutral', title: 'line and neutral' },
  { value: 'two_wire_line', title: 'two lines' },
  { value: 'three_wire', title: 'two lines and neutral' },
]
const count = (text: string): number | null => (/^\d+$/.test(text.trim()) ? Number(text.trim()) : null)

onMounted(async () => {
  document.title = 'What can it carry? · North Span'
  books.value = await orElse(rulebooks(), [])
  await follow(books.value.find((one) => one.value === settings.rules)?.value ?? books.value[0]?.value ?? '')
})

/** Other rules have other cables: begin with what is usual there. */
async function follow(name: string): Promise<void> {
  const found = name ? await orElse(rulebook(name), null) : null
  if (!found) {
    trouble.value = 'The server does not answer.'
    return
  }
  Object.assign(asked, {
    metal: found.metals[0]?.value ?? 'copper',
    size: found.cable_size,
    insulation: found.cable,
    circuit: 'two_wire_neutral',
    terminals: 'unmarked',
  })
  options.value = found
  settings.rules = name
}
watch([asked, options], ask, { deep: true })

async function ask(): Promise<void> {
  if (!options.value) return
  const { size, metal, insulation, circuit, terminals, drop_limit_percent, load_a, ...segment } = asked
  const body = {
    rulebook: options.value.id,
    size,
    metal,
    insulation,
    circuit,
    terminals,
    drop_limit_percent,
    load_a,
    segments: [segment],
  }
  await askCarry(body as never)
}
</script>

<template>
  <header class="top-bar">
    <router-link to="/" class="brand">North Span</router-link><span class="job-name">What can it carry?</span>
  </header>
  <main class="jobs-page">
    <h1>This cable is in the wall. What can it carry?</h1>
    <p class="lead">Say what it is and where it runs. The answer follows each change.</p>
    <v-select
      class="rules-select"
      label="Rules"
      :model-value="options?.id"
      :items="books"
      @update:model-value="follow" />
    <div v-if="options" class="fields">
      <v-select v-model="asked.metal" label="Metal" :items="options.metals" />
      <v-select v-model="asked.size" label="Size" :items="sizes" />
      <v-select v-model="asked.insulation" label="Insulation or cable" :items="options.insulations" />
      <v-select v-if="!options.one_line" v-model="asked.circuit" label="Circuit" :items="CIRCUITS" />
      <v-select v-model="asked.method" label="Wiring method" :items="options.methods" />
      <v-select v-model="asked.place" label="Where it lies" :items="options.places" />
      <CommitField
        label="Length"
        :shown="lengthText(asked.length_m, units)"
        :parse="(t) => parseLength(t, units)"
        :understood="(v) => lengthText(v, units)"
        wrong="A length, for example 95 ft or 29 m"
        @commit="asked.length_m = $event ?? asked.length_m" />
      <CommitField
        label="Ambient"
        :shown="temperatureText(asked.ambient_c, units)"
        :parse="(t) => parseTemperature(t, units)"
        :understood="(v) => temperatureText(v, units)"
        wrong="A temperature, for example 86 F"
        @commit="asked.ambient_c = $event ?? asked.ambient_c" />
      <CommitField
        label="Other carrying wires"
        :shown="String(asked.other_carrying)"
        :parse="count"
        wrong="A whole number, 0 if none"
        @commit="asked.other_carrying = $event ?? 0" />
      <v-select v-model="asked.terminals" label="Terminals" :items="options.terminals" />
      <CommitField
        label="Load it is to carry"
        :shown="asked.load_a === null ? '' : `${asked.load_a} A`"
        hint="the most it can"
        empty-ok
        :parse="(t) => parseMeasure(t, 'amperes')"
        :understood="(v) => `${v} A`"
        wrong="Amperes, for example 24"
        @commit="asked.load_a = $event" />
      <CommitField
        label="Drop wanted at most"
        :shown="`${asked.drop_limit_percent} %`"
        :parse="(t) => parseMeasure(t, 'percent')"
        :understood="(v) => `${v} %`"
        wrong="Percent, for example 3"
        @commit="asked.drop_limit_percent = $event ?? 3" />
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <section v-if="answer" class="carry-answer" aria-label="The answer">
      <h2 aria-live="polite">{{ answer.headline }}.</h2>
      <aside class="cautions" aria-label="Cautions">
        <p>Turn off, lock, test dead, and test the tester before you open a box to look.</p>
        <p>
          A cable may change size, or pass a hotter place, where nobody sees it. Look at both ends and every box
          between.
        </p>
        <p class="standing">{{ answer.deference }}</p>
      </aside>
      <div v-for="group in answer.working" :key="group.key" class="work-group">
        <h3>{{ group.title }}</h3>
        <WorkLines :lines="group.lines" />
      </div>
    </section>
  </main>
</template>

<style scoped>
.carry-answer {
  margin-top: 18px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  padding: 14px 18px;
}
</style>

<style src="./CarryPage.css"></style>
