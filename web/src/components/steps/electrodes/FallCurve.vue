<script setup lang="ts">
import { computed } from 'vue'
import { vApart } from '../../../composables/apart'
import type { Job } from '../../../api/client'
import { lengthText, ohms } from '../../../format/quantities'
import { useJob } from '../../../state/job'

/** The fall-of-potential curve, with the distance at which it is read. */
const props = defineProps<{
  readings: NonNullable<Job['buildings'][string]['fall_log']>['readings']
  probeM: number
  verdict: string
}>()
const store = useJob()
const WIDTH = 420
const curve = computed(() => {
  const readings = [...props.readings].sort((a, b) => a.distance_m - b.distance_m)
  const top = Math.max(1, ...readings.map((r) => r.shown_ohm))
  const at = (r: { distance_m: number; shown_ohm: number }) => ({
    x: 40 + (r.distance_m / props.probeM) * (WIDTH - 60),
    y: 120 - (r.shown_ohm / top) * 100,
  })
  return {
    points: readings.map(at),
    line: readings.map((r, i) => `${i ? 'L' : 'M'} ${at(r).x.toFixed(1)} ${at(r).y.toFixed(1)}`).join(' '),
    top,
    mark: 40 + 0.618 * (WIDTH - 60),
  }
})
</script>

<template>
  <svg
    v-apart
    class="fall"
    :viewBox="`0 0 ${WIDTH} 140`"
    role="img"
    :aria-label="`Fall-of-potential curve of ${readings.length} readings. ${verdict}`">
    <line x1="40" :x2="WIDTH - 20" y1="120" y2="120" />
    <line x1="40" x2="40" y1="14" y2="120" />
    <line :x1="curve.mark" :x2="curve.mark" y1="14" y2="120" class="mark62" />
    <text :x="curve.mark + 4" y="24">62 %</text>
    <path :d="curve.line" />
    <circle v-for="(p, i) in curve.points" :key="i" :cx="p.x" :cy="p.y" r="4" />
    <text x="2" y="24">{{ ohms(curve.top) }}</text>
    <text :x="WIDTH - 90" y="136">{{ lengthText(probeM, store.units) }}</text>
  </svg>
</template>

<style scoped>
.fall {
  width: 100%;
  max-width: 520px;
}
.fall .mark62 {
  stroke: rgb(var(--v-theme-warning));
  stroke-dasharray: 5 4;
}
</style>
