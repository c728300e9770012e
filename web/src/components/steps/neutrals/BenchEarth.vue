<script setup lang="ts">
import { computed } from 'vue'
import type { BenchSeen } from './useBenchPicture'
import { CAN_BOTTOM, GROUND_BAR_Y, SOIL_Y, lineWidth, type BenchNode } from '../../../drawing/bench'
import { useJob } from '../../../state/job'
import BenchPress from './BenchPress.vue'

/** The electrodes of a building under its first can: their wire as thick as its current, pressed to take them off. */
const props = defineProps<{ seen: BenchSeen; node: BenchNode }>()
const store = useJob()
const off = computed(() => props.seen.earthOff(props.node))
const words = computed(() => props.seen.earthWords(props.node))
const at = computed(() => props.node.x + props.node.width - 20)
const amperes = computed(() => props.seen.earths.get(props.node.building)?.amperes ?? 0)
const label = computed(() => {
  const name = store.job?.buildings[props.node.building]?.name
  return `Electrodes of ${name}: ${words.value}, take them off or put them back`
})
</script>

<template>
  <BenchPress
    class="earth-wire"
    :class="{ cut: off }"
    :label="label"
    :pressed="off"
    :x="node.x"
    :y="CAN_BOTTOM + 4"
    :width="node.width"
    :height="118"
    @press="seen.pressEarth(node)">
    <line
      :x1="at"
      :x2="at"
      :y1="GROUND_BAR_Y + 7"
      :y2="off ? SOIL_Y - 8 : SOIL_Y + 62"
      :stroke-width="lineWidth(amperes)" />
    <line v-if="off" :x1="at" :x2="at" :y1="SOIL_Y + 10" :y2="SOIL_Y + 62" stroke-width="4" />
    <text :x="node.x" :y="SOIL_Y + 97" class="amps">{{ words }}</text>
  </BenchPress>
</template>
