<script setup lang="ts">
import { computed } from 'vue'
import { useBuildingDrag } from './useBuildingDrag'
import { vApart } from '../../../composables/apart'
import { inOrder } from '../../../drawing/rows'
import { toPixels, spread, type Scale } from '../../../drawing/scale'
import { GROUND_Y, PIXELS_PER_METRE_DEEP, SECTION_HEIGHT, sectionOf, type BuildingBox } from '../../../drawing/section'
import { FOOT_M, depthText, lengthText, ohms } from '../../../format/quantities'
import { useJob } from '../../../state/job'

const LINE = 17
const PANEL_LINE_Y = GROUND_Y - 44
const props = defineProps<{ scale: Scale; width: number; route?: boolean }>()
const store = useJob()
const drag = useBuildingDrag(() => props.scale)
const section = computed(() =>
  store.job && store.plan && store.way ? sectionOf(store.job, store.plan, store.way, props.scale) : null,
)
const marks = computed(() => {
  const found = store.way?.points.filter((p) => p.node).map((p) => p.distance_m) ?? []
  return spread(props.scale, found, 52)
})
const depths = computed(() => (store.units === 'feet' ? [2, 4, 8].map((ft) => ft * FOOT_M) : [0.5, 1, 2]))

function runInto(building: string): string {
  const way = store.way
  const id = way?.runs.find(
    (run) =>
      store.job?.enclosures[store.job.runs[run]!.target]?.building === building &&
      store.job?.enclosures[store.job.runs[run]!.origin]?.building !== building,
  )
  return id && store.job?.enclosures[store.job.runs[id]!.origin] ? id : ''
}

/** A building that can be moved is a slider for its distance, in metres; another one is a picture. */
function handle(box: BuildingBox): Record<string, string | number> {
  const run = runInto(box.id)
  if (!run) return { role: 'img', 'aria-label': box.name }
  const length_m = drag.lengthOf(run)
  return {
    role: 'slider',
    tabindex: 0,
    'aria-label': `${box.name}, distance`,
    'aria-valuemin': 1,
    'aria-valuemax': 5000,
    'aria-valuenow': Math.round(length_m),
    'aria-valuetext': lengthText(length_m, store.units),
  }
}

function roof(left: number, right: number): string {
  const eave = GROUND_Y - 86
  return `M ${left} ${GROUND_Y} V ${eave} L ${(left + right) / 2} ${eave - 40} L ${right} ${eave} V ${GROUND_Y}`
}

function rodWords(id: string): string {
  const plan = store.plan?.buildings[id]
  if (!plan) return ''
  if (!plan.electrode_required) return 'no electrode needed'
  const measured = Object.values(store.job?.electrodes ?? {}).filter((e) => e.building === id && e.measured_ohm)
  const words = measured.map((e) => ohms(e.measured_ohm!)).join(', ')
  const missing = Math.max(0, plan.rods_wanted - plan.rods_present)
  if (missing) return `${words ? `${words}, ` : ''}${missing === 1 ? 'one more rod' : `${missing} rods`} needed`
  return words || (plan.rods_present ? `${plan.rods_present} rods` : 'encased electrode')
}

/** Stretches of the run on screen with where they begin on the way. */
const stretches = computed(() => {
  const all = store.way?.points ?? []
  const first = all.findIndex((point) => point.run === store.run_id)
  let gone = first > 0 ? all[first - 1]!.distance_m : 0
  return (first > 0 ? inOrder(store.run?.segments) : []).map((segment, i) => {
    const begins_m = gone
    gone += segment.length_m
    return { segment, begins_m, ribbon_m: store.run_plan?.segments[i]?.ribbon_m ?? null }
  })
})
const buried = computed(() => stretches.value.filter((one) => one.segment.place === 'buried'))
/** Where a warning ribbon lies. */
const ribbons = computed(() =>
  buried.value
    .filter((one) => one.ribbon_m !== null)
    .map((one) => ({
      from: toPixels(props.scale, one.begins_m) + 30,
      to: toPixels(props.scale, one.begins_m + one.segment.length_m) - 30,
      y: GROUND_Y + one.ribbon_m! * PIXELS_PER_METRE_DEEP,
    }))
    .filter((r) => r.to > r.from),
)
const crossingMarks = computed(() =>
  buried.value.flatMap((one, i) =>
    one.segment.crossings.map((line, n) => ({
      key: `${i}.${n}`,
      x: toPixels(props.scale, one.begins_m + line.at_m),
      y: GROUND_Y + line.depth_m * PIXELS_PER_METRE_DEEP,
      words: line.kind,
    })),
  ),
)

/** Boxes and bodies of the run on screen, where they stand. */
const pullMarks = computed(() =>
  stretches.value.flatMap((one, i) =>
    inOrder(one.segment.fittings).map((fitting, n) => ({
      key: `${i}.${n}`,
      x: toPixels(props.scale, one.begins_m + fitting.at_m),
      y: lineY(one.segment.place, toPixels(props.scale, one.begins_m + fitting.at_m)),
      body: fitting.kind === 'conduit_body',
    })),
  ),
)

/** Bends of its pipe, each with its angle where there is room to write it. */
const bendMarks = computed(() => {
  let last = -99
  const from_m = stretches.value[0]?.begins_m ?? 0
  const stretch = (at_m: number) => store.run_plan?.segments.find((one) => at_m <= one.to_m + 1e-6)
  return (store.run_plan?.pull?.bends ?? []).map((bend) => {
    const x = toPixels(props.scale, from_m + bend.at_m)
    const roomy = x - last > 36
    if (roomy) last = x
    const y = lineY(stretch(bend.at_m)?.place ?? '', x)
    return { x, y, label_y: y === PANEL_LINE_Y ? y - 20 : y - 9, words: roomy ? `${Math.round(bend.angle_deg)}°` : '' }
  })
})

/** Where the run comes out of the ground. */
const risers = computed(() => {
  const line = section.value?.runs.find((one) => one.id === store.run_id)
  return line?.risers ?? []
})

/** How high the run is drawn there: in the ground between its risers, at the cans inside. */
function lineY(place: string, x: number): number {
  const line = section.value?.runs.find((one) => one.id === store.run_id)
  if (place === 'overhead') return GROUND_Y - 92
  const [from, to] = [line?.risers.at(0)?.x ?? 0, line?.risers.at(-1)?.x ?? 0]
  return place === 'buried' && line && x >= from && x <= to ? line.buried_y : PANEL_LINE_Y
}

/** What to write on a run: one bold line where there is room, more where there is none. */
function runWords(id: string): string[] {
  const plan = store.plan?.runs[id]
  if (!plan) return []
  const longest = [...plan.segments].sort((a, b) => b.to_m - b.from_m - (a.to_m - a.from_m))[0]
  const cover = Math.max(...plan.segments.map((s) => s.cover_m ?? 0))
  const route =
    lengthText(plan.length_m, store.units) + (plan.sized && longest?.pipe_name ? ` in ${longest.pipe_name}` : '')
  const wire = plan.sized ? `${plan.size_name} ${plan.metal}` : ''
  const deep = cover ? `cover ${depthText(cover, store.units)}` : ''
  const lines = props.width < 560 ? [route, wire, deep] : [[route, wire].filter(Boolean).join(', '), deep]
  return lines.filter(Boolean)
}

function rodX(left: number): number {
  return Math.max(56, Math.min(left + 8, props.width - 150))
}

/** Under the line, at its middle; in a picture of the route under what lies near it. */
const runLabel = computed(() => {
  const run = section.value?.runs.find((one) => one.id === store.run_id)
  if (!run) return null
  const under = props.route ? Math.max(run.label_y + 18, SECTION_HEIGHT - 66) : run.label_y + 18
  return { x: run.label_x, y: run.buried ? under : run.label_y, buried: run.buried, lines: runWords(run.id) }
})

function keys(event: KeyboardEvent, building: string): void {
  const run = runInto(building)
  const step = { ArrowRight: 1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[event.key]
  if (!run || !step) return
  event.preventDefault()
  drag.nudge(run, step)
}
</script>

<template>
  <svg
    v-if="section"
    v-apart
    class="section"
    :width="width"
    :height="SECTION_HEIGHT"
    :viewBox="`0 0 ${width} ${SECTION_HEIGHT}`"
    role="group"
    aria-label="Section through the property along the way">
    <rect :y="GROUND_Y" :width="width" :height="SECTION_HEIGHT - GROUND_Y - 28" class="soil" />
    <line x1="0" :x2="width" :y1="GROUND_Y" :y2="GROUND_Y" class="ground" />
    <g v-for="deep in depths" :key="deep" class="depth" data-stays>
      <line x1="0" x2="8" :y1="GROUND_Y + deep * PIXELS_PER_METRE_DEEP" :y2="GROUND_Y + deep * PIXELS_PER_METRE_DEEP" />
      <text x="11" :y="GROUND_Y + deep * PIXELS_PER_METRE_DEEP + 4">{{ lengthText(deep, store.units) }}</text>
    </g>
    <g v-if="section.pole" class="pole">
      <line :x1="section.pole.x" :x2="section.pole.x" :y1="GROUND_Y" :y2="GROUND_Y - 140" />
      <rect :x="section.pole.x - 11" :y="GROUND_Y - 118" width="22" height="28" />
      <text :x="section.pole.x - 16" :y="GROUND_Y - 148">{{ section.pole.name }}</text>
    </g>
    <g
      v-for="box in section.buildings"
      :key="box.id"
      class="building"
      :class="{ movable: runInto(box.id) }"
      v-bind="handle(box)"
      @keydown="keys($event, box.id)"
      @pointerdown="runInto(box.id) && drag.grab($event, runInto(box.id))"
      @pointermove="drag.move"
      @pointerup="drag.drop"
      @pointercancel="drag.drop">
      <path :d="roof(box.left, box.right)" class="wall" />
      <text :x="(box.left + box.right) / 2" :y="GROUND_Y - 84" text-anchor="middle" class="name">{{ box.name }}</text>
    </g>
    <g
      v-for="run in section.runs"
      :key="run.id"
      class="run"
      :class="{ chosen: run.id === store.run_id }"
      @click="store.choose(run.id)">
      <path :d="run.path" class="hit" />
      <path :d="run.path" class="wire" />
    </g>
    <line v-for="(r, i) in ribbons" :key="`ribbon${i}`" :x1="r.from" :x2="r.to" :y1="r.y" :y2="r.y" class="ribbon" />
    <g v-for="mark in crossingMarks" :key="mark.key" class="crossing">
      <circle :cx="mark.x" :cy="mark.y" r="6" data-mark />
      <text :x="mark.x + 10" :y="mark.y + 4">{{ mark.words }}</text>
    </g>
    <template v-if="route">
      <g v-for="(riser, i) in risers" :key="`riser${i}`" class="riser">
        <path :d="`M ${riser.x} ${riser.from} V ${riser.to}`" />
        <text :x="riser.x + (riser.home ? 8 : -8)" :y="GROUND_Y - 10" :text-anchor="riser.home ? 'start' : 'end'">
          riser
        </text>
      </g>
      <g v-for="(bend, i) in bendMarks" :key="`bend${i}`" class="bend">
        <path :d="`M ${bend.x - 6} ${bend.y} l 6 -6 l 6 6 l -6 6 z`" />
        <text v-if="bend.words" :x="bend.x" :y="bend.label_y" text-anchor="middle">{{ bend.words }}</text>
      </g>
    </template>
    <g v-for="mark in pullMarks" :key="mark.key" class="pull-mark">
      <circle v-if="mark.body" :cx="mark.x" :cy="mark.y" r="7" />
      <rect v-else :x="mark.x - 6" :y="mark.y - 6" width="12" height="12" />
      <text :x="mark.x" :y="mark.y - 10" text-anchor="middle">{{ mark.body ? 'body' : 'box' }}</text>
    </g>
    <g v-for="box in section.buildings" :key="box.id" class="inside">
      <g v-for="can in box.enclosures" :key="can.id" data-stays>
        <rect :x="can.x - 11" :y="GROUND_Y - 60" width="22" height="32" class="can" />
        <text :x="can.x" :y="GROUND_Y - 40" text-anchor="middle">{{ can.id }}</text>
      </g>
      <g v-for="(rod, i) in section.rods[box.id]" :key="i" class="rod" :class="{ missing: rod.missing }">
        <line
          v-if="rod.kind === 'rod'"
          data-mark
          :x1="rod.x"
          :x2="rod.x"
          :y1="GROUND_Y"
          :y2="GROUND_Y + rod.depth_px" />
        <path v-else data-mark :d="`M ${rod.x} ${GROUND_Y} v ${rod.depth_px} h 34`" />
      </g>
      <text v-if="rodWords(box.id)" :x="rodX(box.left)" :y="SECTION_HEIGHT - 33" class="rod-words">
        {{ rodWords(box.id) }}
      </text>
    </g>
    <g v-if="runLabel" class="run-label" data-label :data-down="runLabel.buried || null">
      <text
        v-for="(words, i) in runLabel.lines"
        :key="i"
        :x="runLabel.x"
        :y="runLabel.y + LINE * i"
        text-anchor="middle"
        :class="{ plain: i > 0 }">
        {{ words }}
      </text>
    </g>
    <g class="axis" data-stays>
      <line :x1="scale.from_px" :x2="scale.to_px" :y1="SECTION_HEIGHT - 22" :y2="SECTION_HEIGHT - 22" />
      <g v-for="mark in marks" :key="mark">
        <line
          :x1="toPixels(scale, mark)"
          :x2="toPixels(scale, mark)"
          :y1="SECTION_HEIGHT - 26"
          :y2="SECTION_HEIGHT - 18" />
        <text :x="toPixels(scale, mark)" :y="SECTION_HEIGHT - 4" text-anchor="middle">
          {{ lengthText(mark, store.units) }}
        </text>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.section {
  display: block;
  touch-action: pan-y;
}
.section .wall {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-background));
  stroke-width: 1.6;
  stroke-linejoin: round;
}
.section .movable {
  cursor: ew-resize;
  touch-action: none;
}
.section .movable:focus-visible {
  outline: none;
}
.section .movable:focus-visible .wall {
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 4;
}
.section .run {
  cursor: pointer;
}
.section .inside {
  pointer-events: none;
}
.section .ribbon {
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 1.5;
  stroke-dasharray: 6 5;
}
</style>
