<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDays, type Task } from './useDays'
import { inOrder } from '../../../drawing/rows'
import { clockText, hoursText } from '../../../format/clock'
import { useJob } from '../../../state/job'

/** People and power over the same hours: drag a task along or to another person, or move it with the arrow keys. */
const days = useDays()
const store = useJob()
const STEP_H = 0.25
const plan = computed(() => days.plan)
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
  `${one.words}, ${clockText(one.start_h!)} to ${clockText(one.end_h!)}, day ${one.day! + 1}` +
  (one.off.length ? ', power off' : '') +
  (one.pinned ? ', pinned' : '') +
  (one.state ? `, ${one.state}` : '')

const held = ref<{ key: string; x: number; y: number; moved: boolean } | null>(null)
const board = ref<HTMLElement | null>(null)
let last = 0

/** Where on the board a finger is: the day, the hour to a quarter, and whose row it is. */
function under(event: PointerEvent, task: Task) {
  const track = board.value?.querySelector<HTMLElement>('.people .track')
  if (!track || !plan.value) return null
  const box = track.getBoundingClientRect()
  const share = (event.clientX - box.left - (held.value?.x ?? 0)) / box.width
  const at = Math.max(0, share * shownDays.value * long.value)
  const day = Math.min(Math.floor(at / long.value), plan.value.day_names.length - 1)
  const start_h = plan.value.begins_h + Math.round((at - day * long.value) / STEP_H) * STEP_H
  const row = document
    .elementsFromPoint(event.clientX, event.clientY)
    .map((one) => one.closest<HTMLElement>('[data-person]')?.dataset.person)
    .find(Boolean)
  const who = row && !task.who.includes(row) ? [row, ...task.who.slice(1)] : [...task.who]
  return { day, start_h: Math.min(start_h, plan.value.ends_h - STEP_H), who: row && !task.who.includes(row) ? who : [] }
}

function down(event: PointerEvent, task: Task): void {
  if (event.button) return
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  held.value = { key: task.key, x: event.clientX - box.left, y: event.clientY, moved: false }
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent, task: Task): void {
  if (!held.value || held.value.key !== task.key) return
  if (!held.value.moved && Math.abs(event.movementX) + Math.abs(event.movementY) < 1) return
  held.value.moved = true
  if (performance.now() - last < 90) return
  last = performance.now()
  const at = under(event, task)
  if (at) void days.tryAt(task.key, at)
}
function up(event: PointerEvent, task: Task): void {
  const was = held.value
  held.value = null
  if (!was) return
  const at = was.moved ? under(event, task) : null
  days.letGo()
  if (at) void days.change(task.key, at)
}

function onKey(event: KeyboardEvent, task: Task): void {
  const by = { ArrowLeft: -STEP_H, ArrowRight: STEP_H }[event.key]
  if (by && plan.value) {
    event.preventDefault()
    const start_h = Math.min(Math.max(task.start_h! + by, plan.value.begins_h), plan.value.ends_h - STEP_H)
    void days.change(task.key, { day: task.day, start_h })
  } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
    const all = days.people.map(([id]) => id)
    const next = all[all.indexOf(task.who[0]!) + (event.key === 'ArrowUp' ? -1 : 1)]
    if (!next) return
    event.preventDefault()
    const who = [next, ...task.who.slice(1).filter((one) => one !== next)]
    void days.change(task.key, { day: task.day, start_h: task.start_h, who })
  } else if (event.key === 'Delete' && task.pinned) {
    event.preventDefault()
    void days.change(task.key, { day: null, start_h: null, who: [] })
  }
}
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
      <div class="track sky">
        <span
          v-for="(one, i) in weather"
          :key="i"
          class="spell"
          :style="place(one.day, one.from_h, one.to_h)"
          :title="`${one.sky}, ${clockText(one.from_h)} to ${clockText(one.to_h)}${one.simulated ? ', simulated' : ''}`"
          >{{ one.sky }}</span
        >
      </div>
    </div>
    <div class="day-row">
      <span class="row-name">Who comes</span>
      <div class="track">
        <span
          v-for="(one, i) in visits"
          :key="i"
          class="visit"
          :class="{ confirmed: one.confirmed }"
          :style="place(one.day, one.from_h, one.to_h)"
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

<style scoped>
.day-board {
  position: relative;
  margin: 8px 0 16px;
}
.day-row {
  display: flex;
  align-items: stretch;
  min-height: 30px;
  margin-bottom: 4px;
}
.day-row.people {
  min-height: 60px;
}
.row-name {
  flex: 0 0 104px;
  padding: 4px 8px 4px 0;
  font-size: 13px;
  line-height: 1.2;
}
.row-name.worry {
  font-weight: 700;
  color: rgb(var(--v-theme-error));
}
.row-head {
  font-size: 13px;
  margin: 10px 0 4px;
}
.track {
  position: relative;
  flex: 1;
  min-width: 0;
}
.heads .track {
  min-height: 44px;
}
.day-head {
  position: absolute;
  top: 0;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  font-size: 13px;
  border-left: 2px solid rgb(var(--v-theme-line));
  padding-left: 4px;
}
.hour {
  position: absolute;
  top: 22px;
  font-size: 12px;
  font-style: normal;
}
.sky,
.track.on {
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
}
.spell,
.visit,
.span {
  position: absolute;
  top: 0;
  bottom: 0;
  overflow: hidden;
  white-space: nowrap;
  font-size: 12px;
  padding: 4px;
  line-height: 1.3;
}
.spell {
  border: 1px solid currentColor;
  background: repeating-linear-gradient(-45deg, transparent 0 8px, rgb(var(--v-theme-line)) 8px 10px);
}
.visit {
  border: 1px dashed currentColor;
}
.visit.confirmed {
  border-style: solid;
}
.visit.there {
  border: 0;
  border-bottom: 4px solid currentColor;
}
.task-block {
  position: absolute;
  top: 1px;
  bottom: 1px;
  overflow: hidden;
  text-align: left;
  padding: 4px;
  font-size: 12px;
  line-height: 1.2;
  border: 1px solid currentColor;
  background: rgb(var(--v-theme-surface));
  touch-action: none;
  cursor: grab;
}
.task-block {
  container-type: inline-size;
}
.task-block.off,
.span.off {
  background: repeating-linear-gradient(
    -45deg,
    rgb(var(--v-theme-surface)) 0 7px,
    color-mix(in srgb, rgb(var(--v-theme-error)) 30%, rgb(var(--v-theme-surface))) 7px 10px
  );
}
.span.off {
  text-shadow:
    0 0 3px rgb(var(--v-theme-surface)),
    0 0 3px rgb(var(--v-theme-surface));
}
.task-block.chosen {
  outline: 3px solid rgb(var(--v-theme-primary));
  outline-offset: -1px;
  z-index: 2;
}
.task-block.done {
  opacity: 0.75;
  border-style: dotted;
}
.task-block.begun {
  border-width: 3px;
}
.span.off {
  border: 1px solid rgb(var(--v-theme-error));
}
.span.temporary {
  border: 2px dashed currentColor;
  background: rgb(var(--v-theme-surface));
}
.now-line {
  position: absolute;
  top: 20px;
  bottom: 0;
  border-left: 3px solid rgb(var(--v-theme-primary));
}
@media (max-width: 760px) {
  .day-board {
    display: none;
  }
}
</style>
