<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDays } from './useDays'
import { clockText, parseClock } from '../../../format/clock'
import { freshKey, inOrder, placeAt } from '../../../drawing/rows'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** Who comes and what the sky does: asked of simulated desks, or typed as it was said on the telephone. */
const days = useDays()
const store = useJob()
const kept = computed(() => store.job?.days)
const visits = computed(() => inOrder(kept.value?.visits))
const weather = computed(() => inOrder(kept.value?.weather))
const KINDS = [
  { value: 'utility_off', title: 'Utility opens' },
  { value: 'utility_on', title: 'Utility closes' },
  { value: 'trench', title: 'Trench is looked at' },
  { value: 'rough', title: 'Rough inspection' },
  { value: 'service', title: 'Service inspection' },
  { value: 'final', title: 'Final inspection' },
]
const wanted = computed(() => {
  const asked = new Set((days.plan?.tasks ?? []).map((one) => one.visit))
  return KINDS.filter((one) => asked.has(one.value))
})
const SKIES = ['thunder', 'rain', 'frost', 'heat']
const sky = ref('thunder')
/** How those who are simulated behave: to see what a day does then. */
const how = ref('well')
const HOW = ['well', 'late', 'silent', 'wrong']
const title = (kind: string): string => KINDS.find((one) => one.value === kind)?.title ?? kind

function ask(kind: string): void {
  const desk = kind.startsWith('utility') ? 'utility-desk' : 'inspection-office'
  const day = days.plan?.tasks.find((one) => one.visit === kind)?.day ?? 0
  void store.sendDays(`/api/jobs/{job_id}/standins/${desk}` as never, { kind, day, how: how.value })
}
function type(kind: string): void {
  const task = days.plan?.tasks.find((one) => one.visit === kind)
  const from_h = task?.start_h ?? kept.value!.begins_h
  const value = { kind, day: task?.day ?? 0, from_h, to_h: Math.min(24, from_h + 2), confirmed: true }
  put('visits', visits.value, value)
}
function put(list: 'visits' | 'weather', row: { order: number }[], fields: object): void {
  const value = { ...fields, order: placeAt(row, row.length) }
  void store.edit([{ op: 'add', path: `/days/${list}/${freshKey(row)}`, value }])
}
function set(list: 'visits' | 'weather', key: string, field: string, value: unknown): void {
  void store.edit([{ op: 'add', path: `/days/${list}/${key}/${field}`, value }])
}
function strike(list: 'visits' | 'weather', key: string): void {
  void store.edit([{ op: 'remove', path: `/days/${list}/${key}` }])
}
function addSky(): void {
  const at_h = days.hour ?? kept.value!.begins_h
  const value = { day: days.today, from_h: at_h, to_h: Math.min(24, at_h + 2), sky: sky.value }
  put('weather', weather.value, value)
}
</script>

<template>
  <details class="layout-fields">
    <summary><b>Who comes, and the sky</b> <span>simulated desks, or as it was said on the telephone</span></summary>
    <ul class="plain-list">
      <li v-for="one in wanted" :key="one.value">
        <b>{{ one.title }}</b>
        <v-plain-button :aria-label="`Ask for ${one.title} (simulated)`" @click="ask(one.value)">
          Ask (simulated)
        </v-plain-button>
        <v-plain-button :aria-label="`Type what was said of ${one.title}`" @click="type(one.value)">
          Type what was said
        </v-plain-button>
      </li>
      <li v-if="!wanted.length">Nobody has to come for this work.</li>
    </ul>
    <div v-for="one in visits" :key="one.key" class="fields window" role="group" :aria-label="title(one.kind)">
      <p>
        <b>{{ title(one.kind) }}</b><small
          >{{ one.simulated ? ' simulated' : ''
          }}{{ one.came_h != null ? `, came ${clockText(one.came_h)}` : '' }}</small
        >
      </p>
      <CommitField
        label="Day"
        :shown="String(one.day + 1)"
        :parse="(text) => (Number(text) >= 1 && Number(text) <= (kept?.days ?? 1) ? Number(text) : null)"
        wrong="A day of the job"
        @commit="$event && set('visits', one.key, 'day', $event - 1)" />
      <CommitField
        label="From"
        :shown="clockText(one.from_h)"
        :parse="parseClock"
        wrong="An hour"
        @commit="$event !== null && set('visits', one.key, 'from_h', $event)" />
      <CommitField
        label="To"
        :shown="clockText(one.to_h)"
        :parse="parseClock"
        wrong="An hour"
        @commit="$event !== null && set('visits', one.key, 'to_h', $event)" />
      <v-checkbox
        class="flag"
        :model-value="one.confirmed"
        @update:model-value="set('visits', one.key, 'confirmed', Boolean($event))"
        ><template #label>Confirmed</template></v-checkbox
      >
      <v-plain-button :aria-label="`Strike ${title(one.kind)}`" @click="strike('visits', one.key)">
        Strike
      </v-plain-button>
    </div>
    <div
      v-for="one in weather"
      :key="one.key"
      class="fields window"
      role="group"
      :aria-label="`${one.sky}, day ${one.day + 1}`">
      <p>
        <b>{{ one.sky }}</b><small> day {{ one.day + 1 }}{{ one.simulated ? ', simulated' : '' }}</small>
      </p>
      <CommitField
        label="From"
        :shown="clockText(one.from_h)"
        :parse="parseClock"
        wrong="An hour"
        @commit="$event !== null && set('weather', one.key, 'from_h', $event)" />
      <CommitField
        label="To"
        :shown="clockText(one.to_h)"
        :parse="parseClock"
        wrong="An hour"
        @commit="$event !== null && set('weather', one.key, 'to_h', $event)" />
      <v-plain-button :aria-label="`Strike ${one.sky}, day ${one.day + 1}`" @click="strike('weather', one.key)">
        Strike
      </v-plain-button>
    </div>
    <div class="part-buttons">
      <v-select v-model="how" class="pick" label="Those who are simulated answer" :items="HOW" />
      <v-plain-button @click="store.sendDays('/api/jobs/{job_id}/standins/weather', { how })">
        Ask the weather (simulated)
      </v-plain-button>
      <v-select v-model="sky" class="pick" label="Sky" :items="SKIES" />
      <v-plain-button @click="addSky">Add it</v-plain-button>
    </div>
  </details>
</template>
