<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDays } from './useDays'
import { useJob } from '../../../state/job'
import DayList from './DayList.vue'

/** Pages for others: one for the owner, one for each person of the crew; on a phone, and printed. */
const days = useDays()
const store = useJob()
const whose = ref('')
const people = computed(() => [
  { value: '', title: 'everybody' },
  ...days.people.map(([value, person]) => ({ value, title: person.name })),
])
function print(page: string): void {
  document.body.classList.add('prints-page', page)
  window.print()
  document.body.classList.remove('prints-page', page)
}
</script>

<template>
  <details class="layout-fields days-page owner">
    <summary class="not-printed">
      <b>A page for the owner</b> <span>when the power is off, what to unplug, who comes</span>
    </summary>
    <h2>{{ store.job?.name }}</h2>
    <template v-for="part in days.plan?.owner ?? []" :key="part.title">
      <template v-if="part.lines.length">
        <h3>{{ part.title }}</h3>
        <ul class="plain-list">
          <li v-for="words in part.lines" :key="words">{{ words }}</li>
        </ul>
      </template>
    </template>
    <v-act-button class="not-printed" @click="print('owner')">Print it</v-act-button>
  </details>
  <details class="layout-fields days-page crew">
    <summary class="not-printed"><b>A page for each of the crew</b> <span>who does what when</span></summary>
    <v-select v-model="whose" class="pick not-printed" label="Whose page" :items="people" />
    <h2>{{ store.job?.name }}{{ whose ? `: ${store.job?.days.people[whose]?.name}` : '' }}</h2>
    <DayList :person="whose" />
    <p v-for="words in days.plan?.cautions ?? []" :key="words" class="caution">{{ words }}</p>
    <v-act-button class="not-printed" @click="print('crew')">Print it</v-act-button>
  </details>
</template>

<style scoped>
@media print {
  .prints-page.owner .days-page.crew,
  .prints-page.crew .days-page.owner {
    display: none !important;
  }
}
</style>
