<script setup lang="ts">
import { computed } from 'vue'
import { useSectionMarks } from './useSectionMarks'
import { useBuildingDrag } from './useBuildingDrag'
import { vApart } from '../../../composables/apart'
import { toPixels, spread, type Scale } from '../../../drawing/scale'
import { GROUND_Y, PIXELS_PER_METRE_DEEP, SECTION_HEIGHT, sectionOf, type BuildingBox } from '../../../drawing/section'
import { FOOT_M, lengthText } from '../../../format/quantities'
import { useJob } from '../../../state/job'

const LINE = 17
const props = defineProps<{ scale: Scale; width: number; route?: boolean }>()
const store = useJob()
const drag = useBuildingDrag(() => props.scale)
const section = computed(() =>
  store.job && store.plan && store.way ? sectionOf(store.job, store.plan, store.way, props.scale) : null,
)
const { rodWords, rodX, ribbons, crossingMarks, pullMarks, bendMarks, risers, runLabel } = useSectionMarks(
  props,
  section,
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

<style scoped src="./SectionView.css"></style>
