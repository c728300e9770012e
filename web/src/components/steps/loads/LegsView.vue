<script setup lang="ts">
import { computed } from 'vue'
import { legBlocks } from '../../../drawing/legs'
import { amperes } from '../../../format/quantities'
import { inLines } from '../../../format/lines'
import { useJob } from '../../../state/job'

/** What a building connects, leg by leg: the two bars should be about as long. */
const props = defineProps<{ building: string; width: number }>()
const store = useJob()
const loads = computed(() => Object.values(store.plan?.loads ?? {}).filter((load) => load.building === props.building))
const legs = computed(() => (store.options?.one_line ? [1] : [1, 2]))
const height = computed(() => 8 + 62 * legs.value.length)
const sums = computed(() =>
  [1, 2].map((leg) => loads.value.reduce((sum, load) => sum + (leg === 1 ? load.line_1_a : load.line_2_a), 0)),
)
const scale = computed(() => (props.width - 120) / Math.max(1, ...sums.value))
const blocks = computed(() => legBlocks(loads.value, scale.value))
const words = computed(() =>
  loads.value
    .map(
      (l) =>
        `${store.job?.loads[l.id]?.name}: ` +
        (legs.value.length > 1
          ? `${amperes(l.line_1_a)} on leg 1, ${amperes(l.line_2_a)} on leg 2`
          : amperes(l.line_1_a)),
    )
    .join('; '),
)
</script>

<template>
  <svg
    v-if="loads.length"
    class="legs"
    :width="width"
    :height="height"
    :viewBox="`0 0 ${width} ${height}`"
    role="group"
    :aria-label="`Connected load. ${words}`">
    <line x1="56" x2="56" y1="6" :y2="height - 6" class="post" />
    <g v-for="leg in legs" :key="leg">
      <text x="4" :y="leg === 1 ? 40 : 102" class="leg-name">{{ legs.length > 1 ? `Leg ${leg}` : 'Line' }}</text>
      <text :x="60 + (sums[leg - 1] ?? 0) * scale + 6" :y="leg === 1 ? 40 : 102" class="leg-sum">
        {{ amperes(sums[leg - 1] ?? 0) }}
      </text>
    </g>
    <g
      v-for="block in blocks"
      :key="`${block.leg}${block.id}`"
      class="load-block"
      :class="{ picked: store.part?.key === block.id, steady: store.plan?.loads[block.id]?.continuous }"
      @click="store.pick('loads', block.id)">
      <rect :x="57 + block.x" :y="block.leg === 1 ? 10 : 72" :width="Math.max(1.5, block.width - 1.5)" height="50" />
      <text v-if="block.width > 64" :x="63 + block.x" :y="block.leg === 1 ? 39 : 101">
        {{ inLines(store.job?.loads[block.id]?.name ?? '', Math.floor(block.width / 7.5), 1)[0] }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.legs .post {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 3;
}
.load-block {
  cursor: pointer;
}
</style>
