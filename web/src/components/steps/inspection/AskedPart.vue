<script setup lang="ts">
import { ref } from 'vue'
import CommitField from '../../parts/CommitField.vue'
import PhotosPart from '../../parts/PhotosPart.vue'
import { useInspection } from './useInspection'

/** What an inspector found: what, whose word, due when; what was done, and who signed it off. And the visit itself. */
const check = useInspection()
const words = ref('')
const whose = ref('')
const due = ref('')
const by = ref('')
const on = ref('')
const text = (typed: string): string => typed.trim()

async function add(): Promise<void> {
  if (!words.value.trim()) return
  await check.ask(words.value.trim(), whose.value.trim(), due.value)
  words.value = ''
}
</script>

<template>
  <section class="asked-part" aria-label="What the inspector asks">
    <h2 class="survey-title">What was asked for</h2>
    <ul v-if="check.asked.length" class="plain-list">
      <li v-for="[key, one] in check.asked" :key="key">
        <b>{{ one.words }}</b><template v-if="one.whose">, {{ one.whose }}</template
        ><template v-if="one.due">, until {{ one.due }}</template
        >.
        <template v-if="one.signed_by">Signed off by {{ one.signed_by }}, {{ one.signed_on || 'no date' }}.</template>
        <template v-else-if="one.only_noted">Passed, but noted.</template>
        <div v-if="!one.signed_by && !one.only_noted" class="asked-fields">
          <CommitField
            label="What was done"
            :shown="one.fixed ?? ''"
            wrong=""
            :parse="text"
            empty-ok
            @commit="check.change(key, 'fixed', $event ?? '')" />
          <CommitField
            label="Signed off by"
            :shown="one.signed_by ?? ''"
            wrong=""
            :parse="text"
            empty-ok
            @commit="check.sign(key, $event ?? '')" />
          <v-plain-button @click="check.change(key, 'only_noted', true)">Passed, but noted</v-plain-button>
        </div>
        <PhotosPart :part="`/inspection/asked/${key}`" />
      </li>
    </ul>
    <form class="move-start" @submit.prevent="add">
      <v-text-field v-model="words" class="pick" label="What is asked for" maxlength="400" />
      <v-text-field v-model="whose" class="pick" label="Whose word" maxlength="80" />
      <v-text-field v-model="due" class="pick" label="Until" type="date" />
      <v-act-button type="submit">Write it down</v-act-button>
    </form>
    <template v-if="check.visit">
      <h2 class="survey-title">{{ check.visit.words }}</h2>
      <p v-if="check.visit.over">
        {{ check.visit.over }}. <v-plain-button @click="check.again()">It comes again</v-plain-button>
      </p>
      <form v-else class="move-start" @submit.prevent>
        <v-text-field v-model="by" class="pick" label="Who looked" maxlength="80" />
        <v-text-field v-model="on" class="pick" label="Day" type="date" />
        <v-act-button :disabled="!by.trim()" @click="check.over(true, by.trim(), on)">Passed</v-act-button>
        <v-plain-button :disabled="!by.trim()" @click="check.over(false, by.trim(), on)">Not passed</v-plain-button>
      </form>
    </template>
  </section>
</template>

<style scoped>
.asked-fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 8px 14px;
  align-items: center;
  padding: 6px 0;
}
</style>
