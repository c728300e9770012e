<script setup lang="ts">
import { computed } from 'vue'
import { useDays } from './useDays'
import { clockText } from '../../../format/clock'
import { useJob } from '../../../state/job'

/** The tasks in order, day by day: for a phone in one hand, for print, and for who does not see the picture. */
const props = defineProps<{ person?: string }>()
const days = useDays()
const store = useJob()
const byDay = computed(() => {
  const plan = days.plan
  return (plan?.day_names ?? [])
    .map((name, day) => ({
      name,
      day,
      tasks: (plan?.tasks ?? []).filter((one) => one.day === day && (!props.person || one.who.includes(props.person))),
    }))
    .filter((one) => one.tasks.length)
})
const name = (id: string): string => store.job?.days.people[id]?.name ?? id
</script>

<template>
  <section v-for="day in byDay" :key="day.name" class="day-list" :aria-label="day.name">
    <h2 class="small-head">{{ day.name }}</h2>
    <ol>
      <li v-for="one in day.tasks" :key="one.key" :class="one.state">
        <span class="number"
          ><b>{{ days.numberOf.get(one.key) }}</b
          >&ensp;{{ clockText(one.start_h!) }}–{{ clockText(one.end_h!) }}</span
        >
        <button class="cite" @click="days.choose(one.key)">{{ one.words }}</button>
        <small
          >{{ one.who.map(name).join(', ') }}<template v-if="one.off.length"> · power off</template
          ><template v-if="one.pinned && !one.state"> · pinned</template
          ><template v-if="one.state"> · {{ one.state }}</template></small
        >
        <span class="not-printed day-buttons">
          <v-plain-button v-if="!one.state" :aria-label="`${one.words}: begun`" @click="days.event('begun', one.key)">
            Begun
          </v-plain-button>
          <v-act-button
            v-if="one.state !== 'done'"
            class="big"
            :aria-label="`${one.words}: done`"
            @click="days.event('done', one.key)">
            Done
          </v-act-button>
          <span v-else aria-hidden="true">✓</span>
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.day-buttons {
  grid-column: 3;
  grid-row: 1 / span 2;
  display: flex;
  gap: 6px;
}
@media (max-width: 760px) {
  .day-buttons {
    grid-column: 2;
    grid-row: 1 / span 3;
  }
}
</style>
