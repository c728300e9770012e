<script setup lang="ts">
import { computed } from 'vue'
import { vApart } from '../../../composables/apart'
import { toPixels, type Scale } from '../../../drawing/scale'
import { volts } from '../../../format/quantities'
import { useJob } from '../../../state/job'

const props = defineProps<{ scale: Scale; width: number }>()
const store = useJob()
const HEIGHT = 124
const TOP = 30
const ROW = 17
const way = computed(() => store.way)
const lowest = computed(() =>
  Math.min(
    way.value?.way_limit_v ?? 0,
    way.value?.run_limit_v ?? 0,
    ...(way.value?.points.map((p) => p.starting_v) ?? []),
  ),
)
const starts = computed(() => way.value?.points.some((p) => p.design_v - p.starting_v > 0.05))
const rows = computed(() => {
  const nominal = way.value?.nominal_v ?? 240
  const step = nominal / 80
  const count = Math.ceil((nominal - lowest.value) / step)
  const every = Math.max(1, Math.ceil((ROW * count) / (HEIGHT - TOP - 14))) // so that figures do not touch
  const all = Array.from({ length: Math.floor(count / every) + 1 }, (_, i) => nominal - i * every * step)
  return all.filter((row) => y(row) <= HEIGHT - 9) // the last may lie below what is drawn
})

function y(value_v: number): number {
  const nominal = way.value?.nominal_v ?? 240
  return TOP + ((nominal - value_v) / (nominal - lowest.value || 1)) * (HEIGHT - TOP - 14)
}

function line(field: 'design_v' | 'starting_v'): string {
  return (way.value?.points ?? [])
    .map((p, i) => `${i ? 'L' : 'M'} ${toPixels(props.scale, p.distance_m).toFixed(1)} ${y(p[field]).toFixed(1)}`)
    .join(' ')
}

const end = computed(() => way.value?.points.at(-1))
const spoken = computed(() => {
  const starting = `${volts(end.value?.starting_v ?? 0)} while the largest motor starts`
  return `Voltage along the way: ${volts(end.value?.design_v ?? 0)} at the end at design load, ${starting}`
})
const limits = computed(() => {
  if (!way.value || !store.job) return []
  return [
    { v: way.value.run_limit_v, words: `${way.value.run_limit_percent} % this run`, kind: 'own' },
    { v: way.value.way_limit_v, words: `${way.value.way_limit_percent} % whole way`, kind: 'whole' },
  ]
})
</script>

<template>
  <figure v-if="way" class="voltage">
    <svg v-apart :width="width" :height="HEIGHT" :viewBox="`0 0 ${width} ${HEIGHT}`" role="img" :aria-label="spoken">
      <text x="14" y="16" class="title" data-stays>Voltage along the way</text>
      <text v-if="width > 560" x="156" y="16" class="sub" data-stays>
        {{ starts ? 'at design load, and dotted while the largest motor starts' : 'at design load' }}
      </text>
      <g v-for="row in rows" :key="row" class="grid" data-stays>
        <line :x1="scale.from_px" :x2="width - 10" :y1="y(row)" :y2="y(row)" />
        <text :x="scale.from_px - 8" :y="y(row) + 4" text-anchor="end">
          {{ Math.round(row) }}{{ row === rows[0] ? ' V' : '' }}
        </text>
      </g>
      <g v-for="limit in limits" :key="limit.kind" :class="['limit', limit.kind]">
        <line :x1="scale.from_px" :x2="width - 10" :y1="y(limit.v)" :y2="y(limit.v)" />
        <text :x="scale.from_px + (limit.kind === 'own' ? 6 : 120)" :y="y(limit.v) - 3">{{ limit.words }}</text>
      </g>
      <path v-if="starts" :d="line('starting_v')" class="starting" />
      <path :d="line('design_v')" class="design" />
      <g v-if="end" class="end">
        <circle :cx="toPixels(scale, end.distance_m)" :cy="y(end.design_v)" r="4.5" />
        <text :x="toPixels(scale, end.distance_m) + 9" :y="y(end.design_v) - 5">{{ volts(end.design_v) }}</text>
      </g>
    </svg>
  </figure>
</template>
