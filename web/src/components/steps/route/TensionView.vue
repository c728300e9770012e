<script setup lang="ts">
import { computed } from 'vue'
import { vApart } from '../../../composables/apart'
import { usePullPoints, type Handle } from './usePullPoints'
import { toPixels, type Scale } from '../../../drawing/scale'
import { forceText } from '../../../format/forces'
import { lengthText } from '../../../format/quantities'
import { useJob } from '../../../state/job'

/** Tension along the way, from the end it is fed from; pull points are dragged, and the rope begins anew at each. */
const props = defineProps<{ scale: Scale; width: number }>()
const store = useJob()
const points = usePullPoints(() => props.scale)
const HEIGHT = 190
const TOP = 34
const BOTTOM = HEIGHT - 22
const pull = computed(() => store.run_plan?.pull ?? null)
const chosen = computed(() => pull.value?.ways.find((way) => way.chosen) ?? null)
const other = computed(() => pull.value?.ways.find((way) => !way.chosen) ?? null)
/** Where the run begins on the way. */
const begins_m = computed(() => {
  const all = store.way?.points ?? []
  const first = all.findIndex((point) => point.run === store.run_id)
  return first > 0 ? all[first - 1]!.distance_m : 0
})
const limit = computed(
  () => [...(pull.value?.margins ?? [])].filter((m) => m.unit === 'N').sort((a, b) => a.limit - b.limit)[0],
)
const most = computed(() =>
  Math.max(
    1,
    ...[chosen.value, other.value].flatMap((way) => [
      way?.worst_n ?? 0,
      store.run?.pull.lubricated ? 0 : (way?.worst_dry_n ?? 0),
    ]),
    limit.value && limit.value.share > 0.4 ? limit.value.limit : 0,
  ),
)
const y = (n: number) => BOTTOM - (n / (1.08 * most.value)) * (BOTTOM - TOP)
const x = (m: number) => toPixels(props.scale, begins_m.value + m)

function line(way: typeof chosen.value): string {
  const shown = store.run?.pull.lubricated ? way?.points : way?.dry
  return (shown ?? [])
    .map((p, i) => `${i ? 'L' : 'M'} ${x(p.distance_m).toFixed(1)} ${y(p.tension_n).toFixed(1)}`)
    .join(' ')
}

const end = computed(() => (store.run?.pull.lubricated ? chosen.value?.points : chosen.value?.dry)?.at(-1))
/** Bends of the pipe, where they stand on the way; an angle is written where there is room. */
const bends = computed(() => {
  let last = -99
  return (pull.value?.bends ?? []).map((bend) => {
    const at = x(bend.at_m)
    const roomy = at - last > 34
    if (roomy) last = at
    return { x: at, angle: `${Math.round(bend.angle_deg)}°`, roomy }
  })
})
const said = computed(() => (pull.value?.known ? `Tension along the way: ${pull.value.words}` : ''))

function keys(event: KeyboardEvent, handle: Handle): void {
  const step = { ArrowRight: 1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[event.key]
  if (event.key === 'Delete') points.takeOut(handle)
  else if (step) points.nudge(handle, step)
  else return
  event.preventDefault()
}

function handleWords(handle: Handle): string {
  const name = handle.kind === 'conduit_body' ? 'Conduit body' : 'Pull point'
  return `${name} ${handle.number}, distance; Delete takes it out`
}
</script>

<template>
  <figure v-if="pull?.known" class="voltage tension">
    <svg v-apart :width="width" :height="HEIGHT" :viewBox="`0 0 ${width} ${HEIGHT}`" role="group" :aria-label="said">
      <text x="14" y="16" class="title">Tension along the way</text>
      <text v-if="width > 560" x="166" y="16" class="sub">
        {{ chosen?.words }}{{ store.run?.pull.lubricated ? '' : ', dry' }}; dotted {{ other?.words }}
      </text>
      <line :x1="scale.from_px" :x2="width - 10" :y1="BOTTOM" :y2="BOTTOM" class="base" />
      <g v-if="limit && y(limit.limit) >= TOP - 6" class="limit whole">
        <line :x1="scale.from_px" :x2="width - 10" :y1="y(limit.limit)" :y2="y(limit.limit)" />
        <text :x="scale.from_px + 6" :y="y(limit.limit) - 4">
          {{ forceText(limit.limit, store.units) }}, {{ limit.words.toLowerCase() }}
        </text>
      </g>
      <path :d="line(other)" class="starting" />
      <path :d="line(chosen)" class="design" />
      <g v-for="bend in bends" :key="bend.x" class="bend">
        <path :d="`M ${bend.x - 5} ${BOTTOM + 4} l 5 -8 l 5 8`" />
        <text v-if="bend.roomy" :x="bend.x" :y="BOTTOM + 17" text-anchor="middle">{{ bend.angle }}</text>
      </g>
      <g v-if="end" class="end">
        <circle :cx="x(end.distance_m)" :cy="y(end.tension_n)" r="4.5" />
        <text :x="Math.min(x(end.distance_m) + 9, width - 64)" :y="y(end.tension_n) - 7">
          {{ forceText(end.tension_n, store.units) }}
        </text>
      </g>
      <g
        v-for="handle in points.handles.value"
        :key="`${handle.segment}.${handle.fitting}`"
        class="pull-point"
        role="slider"
        tabindex="0"
        :aria-label="handleWords(handle)"
        aria-valuemin="0"
        :aria-valuemax="Math.round(store.run_plan?.length_m ?? 0)"
        :aria-valuenow="Math.round(handle.at_m)"
        :aria-valuetext="lengthText(handle.at_m, store.units)"
        @keydown="keys($event, handle)"
        @pointerdown="points.grab($event, handle)"
        @pointermove="points.move"
        @pointerup="points.drop"
        @pointercancel="points.drop">
        <rect class="reach" :x="x(handle.at_m) - 22" :y="TOP - 12" width="44" :height="BOTTOM - TOP + 24" />
        <line :x1="x(handle.at_m)" :x2="x(handle.at_m)" :y1="TOP" :y2="BOTTOM + 8" />
        <rect class="box" :x="x(handle.at_m) - 8" :y="BOTTOM - 7" width="16" height="16" />
        <text :x="x(handle.at_m)" :y="TOP - 3" text-anchor="middle">{{ lengthText(handle.at_m, store.units) }}</text>
      </g>
    </svg>
  </figure>
  <p v-else-if="pull" class="legs-words">{{ pull.words }}</p>
</template>

<style scoped>
.tension .base {
  stroke: rgb(var(--v-theme-secondary));
}
.tension .pull-point {
  cursor: ew-resize;
  touch-action: none;
}
.tension .pull-point .box {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 2.5;
}
.tension .pull-point:focus-visible {
  outline: none;
}
.tension .pull-point:focus-visible .box {
  fill: rgb(var(--v-theme-warning));
}
</style>
