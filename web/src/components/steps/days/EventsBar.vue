<script setup lang="ts">
import { ref } from 'vue'
import { useDays } from './useDays'
import { clockText, parseClock } from '../../../format/clock'
import CommitField from '../../parts/CommitField.vue'

/** What happens on the day, one press each: what is not begun is laid out anew from the hour that stands here. */
const days = useDays()
const ill = ref(false)

function setDay(value: string): void {
  days.setNow(Number(value), null)
}
</script>

<template>
  <section class="events-bar" aria-label="On the day">
    <div class="events-now">
      <label
        >It is
        <select :value="days.today" aria-label="Day" @change="setDay(($event.target as HTMLSelectElement).value)">
          <option v-for="(name, i) in days.plan?.day_names ?? []" :key="name" :value="i">{{ name }}</option>
        </select></label
      >
      <CommitField
        label="Hour"
        :shown="days.hour === null ? '' : clockText(days.hour)"
        :parse="parseClock"
        wrong="An hour, for example 10:30"
        @commit="$event !== null && days.setNow(days.today, $event)" />
    </div>
    <button class="cure" @click="days.event('now')">Lay out from now</button>
    <button class="cure" @click="days.event('utility_here')">The utility is here</button>
    <button class="cure" @click="days.event('inspector_here')">The inspector is here</button>
    <button class="cure" @click="days.event('thunder')">Thunder</button>
    <button class="cure" @click="days.event('rain')">It rains</button>
    <button class="cure" @click="days.event('rock')">We hit rock</button>
    <button class="cure" :aria-expanded="ill" @click="ill = !ill">One of us is ill</button>
    <template v-if="ill">
      <button
        v-for="[id, person] in days.people"
        :key="id"
        class="cure plain"
        @click="((ill = false), days.event('ill', id))">
        {{ person.name }}
      </button>
    </template>
  </section>
</template>

<style scoped>
.events-bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 12px 0;
}
.events-now {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
