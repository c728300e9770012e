<script setup lang="ts">
import { computed } from 'vue'
import type { BenchSeen } from './useBenchPicture'
import { GROUND_BAR_Y, LINE_2_Y, SOIL_Y, zigzag, type BenchLayout } from '../../../drawing/bench'
import { useJob } from '../../../state/job'

/** The way through the soil, and the fault that is tried, at its can or at the can of its load. */
const props = defineProps<{ seen: BenchSeen; layout: BenchLayout }>()
const store = useJob()

/** Where electrodes go into the soil, from left to right. */
const ends = computed(() =>
  props.layout.nodes.flatMap((node) => {
    if (node.kind === 'source') return props.seen.earths.get(node.id) ? [node.x + 12] : []
    return props.seen.hasEarth(node) && !props.seen.earthOff(node) ? [node.x + node.width - 20] : []
  }),
)
const from = computed(() => ends.value[0] ?? 0)
const to = computed(() => ends.value.at(-1) ?? 0)
/** The most that any electrode carries. */
const most = computed(() => [...props.seen.earths.values()].sort((a, b) => b.amperes - a.amperes)[0]?.shown ?? '')
const faultAt = computed(() => {
  const trial = props.seen.bench.trial
  const key = trial.case_fault ?? trial.soil_fault
  const id = key ? (store.job?.loads[key]?.enclosure ?? key) : ''
  return props.layout.nodes.find((node) => node.id === id) ?? null
})
const faultPath = computed(() => {
  const at = faultAt.value
  if (!at) return ''
  return props.seen.bench.trial.case_fault
    ? zigzag(at.x + at.width - 16, LINE_2_Y, GROUND_BAR_Y - 20)
    : zigzag(at.x + 18, LINE_2_Y, SOIL_Y + 14)
})
</script>

<template>
  <g>
    <template v-if="ends.length > 1">
      <path :d="`M ${from} ${SOIL_Y + 62} Q ${(from + to) / 2} ${SOIL_Y + 84} ${to} ${SOIL_Y + 62}`" class="soil-way" />
      <text :x="(from + to) / 2" :y="SOIL_Y + 64" class="middle amps">the soil carries {{ most }}</text>
    </template>
    <g v-if="faultAt" class="fault">
      <path :d="faultPath" />
      <text :x="faultAt.x + faultAt.width - 30" :y="LINE_2_Y + 20" class="end">
        {{ seen.wires.get('fault')?.shown ?? seen.wires.get('soil fault')?.shown }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.bench .soil-way {
  fill: none;
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2;
  stroke-dasharray: 2 5;
}
</style>
