<script setup lang="ts">
import { ref } from 'vue'
import { useDays } from './useDays'
import { clockText, parseClock } from '../../../format/clock'
import CommitField from '../../parts/CommitField.vue'

/** What happens on the day, one press each: what is not begun is laid out anew from the hour that stands here. */
const days = useDays()
const ill = ref(false)
</script>

<template>
  <section class="events-bar" aria-label="On the day">
    <div class="events-now">
      <v-select
        class="pick"
        label="Day"
        :model-value="days.today"
        :items="(days.plan?.day_names ?? []).map((title, value) => ({ title, value }))"
        @update:model-value="days.setNow($event, null)" />
      <CommitField
        label="Hour"
        :shown="days.hour === null ? '' : clockText(days.hour)"
        :parse="parseClock"
        wrong="An hour, for example 10:30"
        @commit="$event !== null && days.setNow(days.today, $event)" />
    </div>
    <v-act-button @click="days.event('now')">Lay out from now</v-act-button>
    <v-act-button @click="days.event('utility_here')">The utility is here</v-act-button>
    <v-act-button @click="days.event('inspector_here')">The inspector is here</v-act-button>
    <v-act-button @click="days.event('thunder')">Thunder</v-act-button>
    <v-act-button @click="days.event('rain')">It rains</v-act-button>
    <v-act-button @click="days.event('rock')">We hit rock</v-act-button>
    <v-act-button :aria-expanded="ill" @click="ill = !ill">One of us is ill</v-act-button>
    <template v-if="ill">
      <v-plain-button v-for="[id, person] in days.people" :key="id" @click="((ill = false), days.event('ill', id))">
        {{ person.name }}
      </v-plain-button>
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
