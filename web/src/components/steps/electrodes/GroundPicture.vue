<script setup lang="ts">
import { computed } from 'vue'
import { vApart } from '../../../composables/apart'
import type { Schemas } from '../../../api/client'
import { lengthText, ohms } from '../../../format/quantities'
import { useJob } from '../../../state/job'

/** The ground cut along a building: electrodes at true depth and spacing, layers of soil, voltage of the surface. */
const props = defineProps<{ answer: Schemas['GroundAnswer']; width: number }>()
const store = useJob()
const HEIGHT = 330
const GROUND_Y = 112
/** Where there is no room beside them, electrodes are named in a list below. */
const narrow = computed(() => props.width < 560)
const soil = computed(() => store.job?.soil ?? null)
const reach = computed(() => {
  const xs = props.answer.electrodes.flatMap((e) => [
    e.x_m,
    e.x_m + (e.kind === 'plate' || (e.kind === 'rod' && e.laid === 'upright') ? 0 : e.length_m),
  ])
  return { from: Math.min(-2.5, ...xs.map((x) => x - 2.5)), to: Math.max(5, ...xs.map((x) => x + 2.5)) }
})
const deepest = computed(
  () => Math.max(3, ...props.answer.electrodes.map((e) => e.top_m + (e.kind === 'rod' ? e.length_m : 1))) + 0.6,
)
const perMetre = computed(() =>
  Math.min((props.width - 40) / (reach.value.to - reach.value.from), (HEIGHT - GROUND_Y - 20) / deepest.value),
)
const x = (metres: number) => 20 + (metres - reach.value.from) * perMetre.value
const y = (metres: number) => GROUND_Y + metres * perMetre.value
const surface = computed(() =>
  props.answer.surface
    .filter((p) => p.x_m >= reach.value.from && p.x_m <= reach.value.to)
    .map((p, i) => `${i ? 'L' : 'M'} ${x(p.x_m).toFixed(1)} ${(GROUND_Y - 8 - p.share * 84).toFixed(1)}`)
    .join(' '),
)

/** A rod is named at its lower end, anything else below it. */
function labelY(e: Schemas['ElectrodeHere']): number {
  return e.kind === 'rod' ? y(e.top_m + e.length_m) - 20 : y(Math.max(e.top_m, 0.75)) + 18
}

function shape(e: Schemas['ElectrodeHere']): string {
  if (e.kind === 'rod' && e.laid === 'slanting') return `M ${x(e.x_m)} ${y(e.top_m)} L ${x(e.end_x_m)} ${y(e.end_m)}`
  if (e.kind === 'rod' && e.laid === 'upright') return `M ${x(e.x_m)} ${y(e.top_m)} V ${y(e.top_m + e.length_m)}`
  const deep = Math.max(e.top_m, 0.75)
  if (e.kind === 'plate') return `M ${x(e.x_m)} ${y(deep - 0.23)} V ${y(deep + 0.23)}`
  return `M ${x(e.x_m)} ${y(0)} V ${y(deep)} H ${Math.min(x(e.x_m + e.length_m), props.width - 12)}`
}
</script>

<template>
  <svg
    v-apart
    class="ground-picture"
    :width="width"
    :height="HEIGHT"
    :viewBox="`0 0 ${width} ${HEIGHT}`"
    role="group"
    aria-label="The ground, with its electrodes at true depth">
    <rect :y="GROUND_Y" :width="width" :height="HEIGHT - GROUND_Y" class="soil" />
    <template v-if="soil?.lower_ohm_m && soil.depth_m">
      <rect :y="y(soil.depth_m)" :width="width" :height="Math.max(0, HEIGHT - y(soil.depth_m))" class="soil lower" />
      <text x="8" :y="Math.min(HEIGHT - 8, y(soil.depth_m) + 16)">{{ soil.lower_ohm_m }} Ωm</text>
    </template>
    <text v-if="soil" x="8" :y="GROUND_Y + 16">{{ soil.upper_ohm_m }} Ωm</text>
    <line x1="0" :x2="width" :y1="GROUND_Y" :y2="GROUND_Y" class="ground" />
    <template v-if="surface">
      <text x="8" y="16" class="title" data-stays>Voltage of the surface, of what the electrodes are lifted to</text>
      <line x1="0" :x2="width" :y1="GROUND_Y - 92" :y2="GROUND_Y - 92" class="grid" />
      <text :x="width - 46" :y="GROUND_Y - 78">100 %</text>
      <path :d="surface" class="surface" />
    </template>
    <g
      v-for="(e, i) in answer.electrodes"
      :key="e.id"
      class="electrode"
      :class="{ picked: store.part?.key === e.id }"
      @click="store.pick('electrodes', e.id)">
      <path :d="shape(e)" class="reach" />
      <path :d="shape(e)" class="metal" data-mark />
      <text v-if="narrow" x="8" :y="HEIGHT - 32 - 19 * (answer.electrodes.length - 1 - i)">
        {{ e.name }}
        <template v-if="answer.known">: {{ ohms(e.alone_ohm) }} alone, {{ Math.round(100 * e.share) }} %</template>
      </text>
      <g v-else data-label>
        <text :x="x(e.x_m) + 8" :y="labelY(e)">{{ e.name }}</text>
        <text v-if="answer.known" :x="x(e.x_m) + 8" :y="labelY(e) + 16" class="ohm">
          {{ ohms(e.alone_ohm) }} alone, {{ Math.round(100 * e.share) }} %
        </text>
      </g>
    </g>
    <text :x="width - 90" :y="HEIGHT - 8">{{ lengthText(deepest, store.units) }} deep</text>
  </svg>
</template>

<style scoped>
.ground-picture {
  display: block;
}
.ground-picture .lower {
  fill: rgb(var(--v-theme-secondary));
  opacity: 0.22;
}
.ground-picture .surface {
  fill: none;
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 2.5;
}
.electrode {
  cursor: pointer;
}
.electrode .metal {
  fill: none;
  stroke: rgb(var(--v-theme-success));
  stroke-width: 5;
}
.electrode.picked .metal {
  stroke: var(--wire);
  stroke-width: 8;
}
.electrode .ohm {
  font-weight: 700;
}
</style>
