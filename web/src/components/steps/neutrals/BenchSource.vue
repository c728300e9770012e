<script setup lang="ts">
import { computed } from 'vue'
import type { BenchSeen } from './useBenchPicture'
import { CAN_TOP, LINE_1_Y, LINE_2_Y, NEUTRAL_Y, SOIL_Y, lineWidth, type BenchNode } from '../../../drawing/bench'
import { ohms } from '../../../format/quantities'

/** A source: its windings, its lines, and its own electrode when its neutral is grounded there. */
const props = defineProps<{ seen: BenchSeen; node: BenchNode }>()
const earth = computed(() => props.seen.earths.get(props.node.id))
const right = computed(() => props.node.x + props.node.width)
</script>

<template>
  <g>
    <text :x="node.x + 2" :y="CAN_TOP - 12" class="name">{{ node.name }}</text>
    <circle :cx="node.x + 34" :cy="LINE_1_Y + 14" r="26" class="winding" />
    <circle v-if="seen.two" :cx="node.x + 34" :cy="LINE_2_Y + 22" r="26" class="winding" />
    <line :x1="node.x + 52" :x2="right" :y1="LINE_1_Y" :y2="LINE_1_Y" :class="['bus', seen.bus('L1')]" />
    <line
      v-if="seen.two"
      :x1="node.x + 60"
      :x2="right"
      :y1="LINE_2_Y"
      :y2="LINE_2_Y"
      :class="['bus', seen.bus('L2')]" />
    <line :x1="node.x + 34" :x2="right" :y1="NEUTRAL_Y" :y2="NEUTRAL_Y" :class="['bus', seen.bus('N')]" />
    <template v-if="earth">
      <line
        :x1="node.x + 12"
        :x2="node.x + 12"
        :y1="NEUTRAL_Y"
        :y2="SOIL_Y + 62"
        class="earth-line"
        :stroke-width="lineWidth(earth.amperes)" />
      <line :x1="node.x + 12" :x2="node.x + 34" :y1="NEUTRAL_Y" :y2="NEUTRAL_Y" :class="['bus', seen.bus('N')]" />
      <text :x="node.x" :y="SOIL_Y + 97" class="amps">{{ ohms(earth.ohm) }}, {{ earth.shown }}</text>
    </template>
  </g>
</template>

<style scoped>
.bench .earth-line {
  stroke: rgb(var(--v-theme-success));
}
.bench .winding {
  fill: none;
  stroke: rgb(var(--v-theme-on-background));
  stroke-width: 2;
}
</style>
