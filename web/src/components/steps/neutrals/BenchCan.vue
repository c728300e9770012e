<script setup lang="ts">
import { computed } from 'vue'
import type { BenchSeen } from './useBenchPicture'
import {
  CAN_BOTTOM,
  CAN_TOP,
  GROUND_BAR_Y,
  LINE_1_Y,
  LINE_2_Y,
  NEUTRAL_Y,
  type BenchNode,
} from '../../../drawing/bench'
import { inLines } from '../../../format/lines'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'
import BenchBond from './BenchBond.vue'
import BenchEarth from './BenchEarth.vue'
import BenchPress from './BenchPress.vue'

/** A can with its bars: its voltages over it, the bond between its bars, what a hand would feel below. */
const props = defineProps<{ seen: BenchSeen; node: BenchNode }>()
const NAME_LETTER = 8.2 // mean width in a can's name, bold
const store = useJob()
const can = computed(() => props.seen.cans.get(props.node.id))
const right = computed(() => props.node.x + props.node.width)
const middle = computed(() => props.node.x + props.node.width / 2)
/** The name stands over the can, and no wider than it may be at the edge of the picture. */
const name = computed(() => inLines(props.node.name, Math.floor((props.node.width + 24) / NAME_LETTER), 2))

/** Runs that leave this can and are not on the way shown. */
const also = computed(
  () =>
    Object.entries(store.job?.runs ?? {}).filter(
      ([key, run]) => run.origin === props.node.id && run.status !== 'remove' && !store.way?.runs.includes(key),
    ).length,
)
const touchWords = computed(() => {
  if (!can.value) return ''
  return `touch ${can.value.touch_v >= 10 ? Math.round(can.value.touch_v) : can.value.touch_v.toFixed(1)} V`
})

const legsWords = computed(() => {
  if (!can.value?.live) return 'dead'
  const { line_1_v, line_2_v, line_line_v } = can.value
  if (line_1_v !== null && line_2_v !== null) return `${Math.round(line_1_v)} / ${Math.round(line_2_v)} V`
  const one = line_1_v ?? line_line_v
  return one === null ? '' : `${Math.round(one)} V`
})

const hasNeutral = computed(() => {
  const ends = (run: string) => [store.job?.runs[run]?.target, store.job?.runs[run]?.origin]
  const here = (key: string) => key.endsWith('.N') && ends(key.slice(0, -2)).includes(props.node.id)
  const lost = props.seen.bench.trial.neutrals_lost
  return [...props.seen.wires.keys()].some(here) || lost.some((run) => ends(run)[0] === props.node.id)
})
</script>

<template>
  <g>
    <rect
      :x="node.x"
      :y="CAN_TOP"
      :width="node.width"
      :height="CAN_BOTTOM - CAN_TOP"
      class="can"
      :class="{ danger: can?.dangerous }" />
    <BenchPress
      data-stays
      :label="`${node.name}, ${touchWords}: ${fill('let a {hot_wire} touch the {can}')}`"
      :pressed="seen.bench.trial.case_fault === node.id"
      :x="node.x - 6"
      :y="CAN_TOP - 46"
      :width="node.width + 12"
      :height="46"
      @press="seen.bench.caseFault(node.id)">
      <text
        v-for="(line, i) in name"
        :key="i"
        :x="middle"
        :y="CAN_TOP - 24 + 18 * (i + 1 - name.length)"
        class="middle name">
        {{ line }}
      </text>
      <text :x="middle" :y="CAN_TOP - 7" class="middle">
        {{ legsWords }}
        <tspan v-if="also" class="quiet">+{{ also }} more</tspan>
      </text>
    </BenchPress>
    <line :x1="node.x" :x2="right" :y1="LINE_1_Y" :y2="LINE_1_Y" :class="['bus', seen.bus('L1')]" />
    <line v-if="seen.two" :x1="node.x" :x2="right" :y1="LINE_2_Y" :y2="LINE_2_Y" :class="['bus', seen.bus('L2')]" />
    <template v-if="hasNeutral">
      <rect :x="node.x + 6" :y="NEUTRAL_Y - 7" :width="node.width - 12" height="14" class="bar-n" />
      <BenchBond :seen="seen" :node="node" />
    </template>
    <rect :x="node.x + 6" :y="GROUND_BAR_Y - 7" :width="node.width - 12" height="14" class="bar-g" />
    <path :d="`M ${node.x} ${GROUND_BAR_Y} h 6`" class="strap" :class="{ loose: can?.loose }" />
    <text v-if="hasNeutral" :x="node.x + 10" :y="NEUTRAL_Y - 12" class="quiet">neutral</text>
    <text :x="node.x + 10" :y="GROUND_BAR_Y + 22" class="quiet">{{ seen.groundWord }}</text>
    <text :x="middle" :y="CAN_BOTTOM - 8" class="middle touch" :class="{ danger: can?.dangerous }">
      {{ touchWords }}
    </text>
    <BenchEarth v-if="seen.hasEarth(node)" :seen="seen" :node="node" />
  </g>
</template>

<style scoped>
.bench .can.danger {
  stroke: rgb(var(--v-theme-error));
  stroke-width: 7;
}
.bench .bar-n {
  fill: #c9ced1;
  stroke: rgb(var(--v-theme-on-background));
}
.bench .bar-g {
  fill: rgba(var(--v-theme-success), 0.45);
  stroke: rgb(var(--v-theme-success));
}
.bench .strap {
  stroke: rgb(var(--v-theme-success));
  stroke-width: 6;
}
.bench .strap.loose {
  stroke: rgb(var(--v-theme-error));
  stroke-dasharray: 2 3;
}
.bench .touch.danger {
  fill: rgb(var(--v-theme-error));
  font-weight: 700;
}
</style>
