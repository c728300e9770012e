<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDays, type Task } from './useDays'
import { useTaskDrag } from './useTaskDrag'
import { inOrder } from '../../../drawing/rows'
import { clockText, hoursText } from '../../../format/clock'
import { useJob } from '../../../state/job'

/** People and power over the same hours: drag a task along or to another person, or move it with the arrow keys. */
const days = useDays()
const store = useJob()
const plan = computed(() => days.plan)
const LANE_PX = 30
const WORD_SHARE = 0.16 // what the longest of these words takes of the picture
const shownDays = computed(() => Math.max(1, Math.min(plan.value?.day_names.length ?? 1, lastDay.value + 1)))
const lastDay = computed(() =>
  Math.max(
    0,
    ...(plan.value?.tasks ?? []).map((one) => one.day ?? 0),
    ...visits.value.map((one) => one.day),
    store.job?.days.now?.day ?? 0,
  ),
)
const long = computed(() => (plan.value ? plan.value.ends_h - plan.value.begins_h : 8))
const hours = computed(() => Array.from({ length: Math.floor(long.value) }, (_, i) => plan.value!.begins_h + i))

/** What overlaps lies in lanes below each other, so that no word is printed over another. */
function inLanes<Thing extends { day: number; from_h: number; to_h: number }>(things: Thing[]) {
  const ends: number[] = []
  const wide = shownDays.value * long.value * WORD_SHARE
  return [...things]
    .sort((a, b) => a.day - b.day || a.from_h - b.from_h)
    .map((thing) => {
      const from = thing.day * long.value + thing.from_h - (plan.value?.begins_h ?? 0)
      const free = ends.findIndex((end) => end <= from)
      const lane = free < 0 ? ends.length : free
      ends[lane] = Math.max(from + thing.to_h - thing.from_h, from + wide)
      return { thing, lane }
    })
}
const tall = (lanes: { lane: number }[]): { minHeight: string } => ({
  minHeight: `${LANE_PX * (1 + Math.max(0, ...lanes.map((one) => one.lane)))}px`,
})
/** Where a part of a day lies, in percent of all days that are shown. */
function place(day: number, from_h: number, to_h: number) {
  const begins = plan.value!.begins_h
  const clip = (at: number): number => Math.min(Math.max(at - begins, 0), long.value)
  const left = (day * long.value + clip(from_h)) / (shownDays.value * long.value)
  const right = (day * long.value + clip(to_h)) / (shownDays.value * long.value)
  return { left: `${100 * left}%`, width: `${100 * Math.max(right - left, 0.002)}%` }
}
const of = (person: string): Task[] =>
  (plan.value?.tasks ?? []).filter((one) => one.day !== null && one.who.includes(person))
const alone = computed(() => (plan.value?.tasks ?? []).filter((one) => one.day !== null && !one.who.length))
const visits = computed(() => inOrder(store.job?.days.visits))
const weather = computed(() => inOrder(store.job?.days.weather))
const skies = computed(() => inLanes(weather.value))
const comers = computed(() => inLanes(visits.value))
const now = computed(() => store.job?.days.now)
const VISITS: Record<string, string> = {
  utility_off: 'utility, off', utility_on: 'utility, on', trench: 'trench looked at', rough: 'rough inspection',
  service: 'service inspection', final: 'final inspection',
} // prettier-ignore
const visitWords = (one: (typeof visits.value)[number]): string =>
  `${VISITS[one.kind]}, ${clockText(one.from_h)} to ${clockText(one.to_h)}${one.confirmed ? '' : ', not confirmed'}`
function powerWords(row: NonNullable<typeof plan.value>['power'][number]): string {
  if (!row.spans.length) return `${row.name}: on`
  return `${row.name}: ${row.off_h ? `off ${hoursText(row.off_h)}` : row.spans[0]!.words}`
}
const label = (one: Task): string =>
  `${days.numberOf.get(one.key) ?? ''} ${one.words}, ` +
  `${clockText(one.start_h!)} to ${clockText(one.end_h!)}, day ${one.day! + 1}` +
  (one.off.length ? ', power off' : '') +
  (one.pinned ? ', pinned' : '') +
  (one.state ? `, ${one.state}` : '')

const board = ref<HTMLElement | null>(null)
const { down, move, up, onKey } = useTaskDrag(board, shownDays, long)
</script>

<template>
  <div v-if="plan" ref="board" class="day-board" role="group" aria-label="People and power over the days">
    <div class="day-row heads">
      <span class="row-name" />
      <div class="track">
        <div
          v-for="(name, d) in plan.day_names.slice(0, shownDays)"
          :key="name"
          class="day-head"
          :style="place(d, plan.begins_h, plan.ends_h)">
          <b>{{ name }}</b>
        </div>
        <template v-for="d in shownDays" :key="d">
          <i
            v-for="at in hours.filter((_, i) => shownDays < 3 || i % 2 === 0)"
            :key="at"
            class="hour"
            :style="{ left: place(d - 1, at, at).left }"
            >{{ at }}</i
          >
        </template>
      </div>
    </div>
    <div class="day-row">
      <span class="row-name">Sky</span>
      <div class="track sky" :style="tall(skies)">
        <span
          v-for="{ thing: one, lane } in skies"
          :key="one.key"
          class="spell"
          :style="{ ...place(one.day, one.from_h, one.to_h), top: `${lane * LANE_PX}px` }"
          :title="`${one.sky}, ${clockText(one.from_h)} to ${clockText(one.to_h)}${one.simulated ? ', simulated' : ''}`"
          >{{ one.sky }}</span
        >
      </div>
    </div>
    <div class="day-row">
      <span class="row-name">Who comes</span>
      <div class="track" :style="tall(comers)">
        <span
          v-for="{ thing: one, lane } in comers"
          :key="one.key"
          class="visit"
          :class="{ confirmed: one.confirmed }"
          :style="{ ...place(one.day, one.from_h, one.to_h), top: `${lane * LANE_PX}px` }"
          :title="visitWords(one)"
          >{{ VISITS[one.kind] }}</span
        >
        <span
          v-for="one in alone"
          :key="one.key"
          class="visit there"
          :style="place(one.day!, one.start_h!, one.end_h!)"
          :title="label(one)" />
      </div>
    </div>
    <div v-for="[id, person] in days.people" :key="id" class="day-row people" :data-person="id">
      <span class="row-name"
        ><b>{{ person.name }}</b></span
      >
      <div class="track">
        <button
          v-for="one in of(id)"
          :key="one.key"
          class="task-block"
          :class="{
            off: one.off.length,
            chosen: one.key === days.chosen,
            pinned: one.pinned,
            done: one.state === 'done',
            begun: one.state === 'begun',
          }"
          :style="place(one.day!, one.start_h!, one.end_h!)"
          :aria-label="label(one)"
          :title="label(one)"
          :aria-pressed="one.key === days.chosen"
          @click="days.choose(one.key)"
          @pointerdown="down($event, one)"
          @pointermove="move($event, one)"
          @pointerup="up($event, one)"
          @pointercancel="up($event, one)"
          @keydown="onKey($event, one)">
          <b>{{ days.numberOf.get(one.key) }}</b>{{ ' ' }}
          <span
            >{{ one.state === 'done' ? '✓ ' : '' }}{{ one.pinned && one.state !== 'done' ? '⚓ ' : ''
            }}{{ one.words }}</span
          >
        </button>
      </div>
    </div>
    <h2 class="row-head">What is on</h2>
    <div v-for="row in plan.power" :key="row.key" class="day-row power">
      <span class="row-name" :class="{ worry: row.worry }"
        >{{ row.name }}<small v-if="row.worry"> cannot wait</small></span
      >
      <div class="track on" role="img" :aria-label="powerWords(row)">
        <span
          v-for="(one, i) in row.spans"
          :key="i"
          class="span"
          :class="one.state"
          :style="place(one.day, one.from_h, one.to_h)"
          >{{ one.state === 'off' ? 'off' : one.words }}</span
        >
      </div>
    </div>
    <p v-if="!plan.power.length" class="because">
      Nothing is switched off for this work: everybody has power all along.
    </p>
    <div class="over" aria-hidden="true">
      <span class="row-name" />
      <div class="track">
        <span v-if="now" class="now-line" :style="{ left: place(now.day, now.at_h, now.at_h).left }"
          ><b>{{ clockText(now.at_h) }} now</b></span
        >
      </div>
    </div>
  </div>
</template>

<style scoped src="./DayRibbons.css"></style>
