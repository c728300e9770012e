<script setup lang="ts">
import { useWhileShown } from '../../../composables/useWhileShown'
import FirstStep from '../../frame/FirstStep.vue'
import { ref } from 'vue'
import { useDays } from './useDays'
import { freshId } from '../../../drawing/tree'
import { hoursText, parseHours } from '../../../format/clock'
import { useJob } from '../../../state/job'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import CrewPart from './CrewPart.vue'
import DayList from './DayList.vue'
import DayPages from './DayPages.vue'
import DaysAnswer from './DaysAnswer.vue'
import DayRibbons from './DayRibbons.vue'
import EventsBar from './EventsBar.vue'
import OthersPart from './OthersPart.vue'
import SuppliesPart from './SuppliesPart.vue'
import TaskFields from './TaskFields.vue'
import TurningPart from './TurningPart.vue'

/** The days: people and power over the same hours, what happens in one press, and how the power comes back. */
const store = useJob()
const days = useDays()
useWhileShown(days)
/** On a phone the picture gives way to the list. */
const phone = window.matchMedia('(max-width: 760px)').matches
const own = ref({ words: '', hours: '1' })

async function add(): Promise<void> {
  const hours = parseHours(own.value.hours)
  if (!own.value.words.trim() || hours === null) return
  const id = freshId(store.job!, 'O', Object.keys(store.job!.days.own))
  await store.edit([{ op: 'add', path: `/days/own/${id}`, value: { words: own.value.words.trim(), hours } }])
  own.value = { words: '', hours: '1' }
  days.chosen = `own:${id}`
}
</script>

<template>
  <main class="sizing days">
    <div class="center">
      <div class="center-scroll panels-scroll days-body">
        <p v-if="days.trouble" class="trouble" role="alert">{{ days.trouble }}</p>
        <template v-if="days.plan">
          <h1 class="days-head" aria-live="polite">{{ days.plan.headline }}</h1>
          <p v-if="days.plan.tasks.length" class="because">
            <template v-if="days.plan.outage_simple_h > days.plan.outage_h + 0.01"
              >One after another it would be off {{ hoursText(days.plan.outage_simple_h) }}. </template
            >{{
              days.plan.days_least === days.plan.days
                ? 'Fewer days cannot be.'
                : `No order takes fewer days than ${days.plan.days_least}.`
            }}
            People wait {{ hoursText(days.plan.waits_h) }} in all.
          </p>
          <ul v-if="days.plan.troubles.length" class="day-troubles" aria-label="What does not hold">
            <li v-for="words in days.plan.troubles" :key="words" class="trouble">{{ words }}</li>
          </ul>
          <FirstStep v-if="!days.plan.tasks.length && !Object.keys(store.job?.runs ?? {}).length" title="No work yet" />
          <EventsBar />
          <DayRibbons />
          <details class="layout-fields" :open="phone">
            <summary><b>The tasks in order</b> <span>begun and done, with a thumb</span></summary>
            <DayList />
          </details>
          <form class="move-start not-printed" @submit.prevent="add">
            <v-text-field
              v-model="own.words"
              class="pick"
              label="A task of your own"
              maxlength="80"
              placeholder="move the sofa" />
            <v-text-field v-model="own.hours" class="pick few" label="Takes" />
            <v-act-button type="submit">Add it</v-act-button>
          </form>
          <TurningPart />
          <OthersPart />
          <SuppliesPart />
          <CrewPart />
          <DayPages />
        </template>
        <p v-else-if="!days.trouble">Laying out the days.</p>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer" tabindex="0" role="region" aria-label="Answer">
      <TaskFields v-if="days.task" :key="days.chosen" />
      <DaysAnswer v-else />
    </div>
  </main>
</template>

<style scoped>
.days-body {
  padding: 12px 16px 24px;
}
.days-head {
  font-size: 24px;
  line-height: 1.25;
}
.day-troubles {
  list-style: none;
  padding: 0;
}
</style>

<style src="./days.css"></style>
