<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '../../../composables/useWidth'
import { type Scale } from '../../../drawing/scale'
import { GROUND_Y, SECTION_HEIGHT, sectionOf } from '../../../drawing/section'
import { badgesOf, walkPath } from '../../../drawing/walk'
import { useJob } from '../../../state/job'
import { useInspection } from './useInspection'

/** The walk, numbered in the Section: what stands at one place is one mark, in the state of its worst line. */
const store = useJob()
const check = useInspection()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 760)
const EDGE = 62
const MARKS: Record<string, string> = { right: '✓', not_right: '✗', not_seen: '?', changed: '!', open: '' }
/** The way on which the chosen line lies; the way on screen where it lies on that one too. */
const way = computed(() => {
  const run = check.line ? check.runOf(check.line.where) : ''
  const on = (ids: string[]): boolean => !run || ids.includes(run)
  const ways = store.plan?.ways ?? []
  return store.way && on(store.way.runs) ? store.way : (ways.find((one) => on(one.runs)) ?? ways[0] ?? null)
})
const scale = computed<Scale>(() => ({
  from_m: 0,
  to_m: Math.max(1, way.value?.points.at(-1)?.distance_m ?? 1),
  from_px: EDGE,
  to_px: Math.max(EDGE + 1, width.value - EDGE),
}))
const section = computed(() =>
  store.job && store.plan && way.value ? sectionOf(store.job, store.plan, way.value, scale.value) : null,
)
const badges = computed(() =>
  section.value && store.job && store.plan && way.value
    ? badgesOf(
        check.lines,
        { section: section.value, way: way.value, scale: scale.value, job: store.job, plan: store.plan },
        check.line?.key ?? '',
      )
    : [],
)
const elsewhere = computed(() => check.lines.length - badges.value.reduce((sum, one) => sum + one.lines.length, 0))
function roof(left: number, right: number): string {
  const eave = GROUND_Y - 86
  return `M ${left} ${GROUND_Y} V ${eave} L ${(left + right) / 2} ${eave - 40} L ${right} ${eave} V ${GROUND_Y}`
}
</script>

<template>
  <div ref="box" class="walk-picture">
    <svg
      v-if="section && width > 0"
      :width="width"
      :height="SECTION_HEIGHT - 30"
      :viewBox="`0 0 ${width} ${SECTION_HEIGHT - 30}`"
      role="group"
      aria-label="The walk, numbered along the way">
      <rect :y="GROUND_Y" :width="width" :height="SECTION_HEIGHT - GROUND_Y - 30" class="soil" />
      <line x1="0" :x2="width" :y1="GROUND_Y" :y2="GROUND_Y" class="ground" />
      <g v-if="section.pole" class="pole">
        <line :x1="section.pole.x" :x2="section.pole.x" :y1="GROUND_Y" :y2="GROUND_Y - 140" />
      </g>
      <g v-for="one in section.buildings" :key="one.id">
        <path :d="roof(one.left, one.right)" class="wall" />
        <text :x="(one.left + one.right) / 2" :y="GROUND_Y - 132" text-anchor="middle" class="name">
          {{ one.name }}
        </text>
        <line
          v-for="(rod, i) in section.rods[one.id]"
          :key="i"
          class="rod"
          :x1="rod.x"
          :x2="rod.x"
          :y1="GROUND_Y"
          :y2="GROUND_Y + rod.depth_px" />
      </g>
      <path v-for="run in section.runs" :key="run.id" :d="run.path" class="wire" />
      <path :d="walkPath(badges)" class="walk" />
      <g
        v-for="one in badges"
        :key="one.at"
        class="badge"
        :class="[one.state, { picked: one.picked }]"
        role="button"
        tabindex="0"
        :aria-label="`${one.words}: ${one.name}`"
        @click="check.chosen = one.first"
        @keydown.enter.prevent="check.chosen = one.first"
        @keydown.space.prevent="check.chosen = one.first">
        <circle :cx="one.x" :cy="one.y" r="22" class="hit" />
        <rect :x="one.x - one.half" :y="one.y - 12" :width="2 * one.half" height="24" rx="12" />
        <text :x="one.x" :y="one.y + 5" text-anchor="middle">{{ MARKS[one.state] }}{{ one.words }}</text>
      </g>
    </svg>
    <p v-if="elsewhere > 0" class="because">
      {{ elsewhere === 1 ? 'One line lies' : `${elsewhere} lines lie` }} off this way: choose one and it is drawn.
    </p>
  </div>
</template>

<style scoped>
.walk-picture {
  margin: 6px 0 10px;
}
.soil {
  fill: rgb(var(--v-theme-earth));
}
.ground {
  stroke: rgb(var(--v-theme-on-background));
}
.wall {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-background));
  stroke-width: 1.6;
  stroke-linejoin: round;
}
.wire {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 2.4;
}
.rod {
  stroke: rgb(var(--v-theme-on-background));
  stroke-width: 3;
}
.pole line {
  stroke: rgb(var(--v-theme-on-background));
  stroke-width: 4;
}
.walk {
  fill: none;
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 1.5;
  stroke-dasharray: 2 5;
}
.name {
  font-weight: 600;
}
.badge {
  cursor: pointer;
}
.badge .hit {
  fill: transparent;
}
.badge rect {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-background));
  stroke-width: 1.6;
}
.badge text {
  font-size: 13px;
  font-weight: 600;
}
.badge.right rect {
  fill: rgb(var(--v-theme-primary));
}
.badge.not_right rect,
.badge.changed rect {
  fill: rgb(var(--v-theme-error));
}
.badge.right text,
.badge.not_right text,
.badge.changed text {
  fill: rgb(var(--v-theme-on-primary));
}
.badge.picked rect,
.badge:focus-visible rect {
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 3.5;
}
.badge:focus-visible {
  outline: none;
}
</style>
