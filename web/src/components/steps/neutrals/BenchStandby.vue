<script setup lang="ts">
import { computed } from 'vue'
import type { BenchSeen } from './useBenchPicture'
import { LINE_1_Y, type BenchLayout } from '../../../drawing/bench'
import BenchPress from './BenchPress.vue'

/** The other source of a transfer switch, over the can that it feeds, with its own bond to press. */
const props = defineProps<{ seen: BenchSeen; layout: BenchLayout; standby: NonNullable<BenchLayout['standby']> }>()
const read = computed(() => props.seen.sources.get(props.standby.source))
const at = computed(() => props.layout.nodes.find((node) => node.id === props.standby.at)!)
const left = computed(() => Math.min(Math.max(props.standby.x - 145, 8), props.layout.width - 298))
const neutral = computed(() => {
  const wire = props.seen.wires.get(`${props.standby.run}.N`)
  return wire ? `solid, ${wire.shown}` : 'switched'
})
</script>

<template>
  <g class="standby" :class="{ running: read?.running }">
    <rect :x="left" y="4" width="290" height="52" class="can" />
    <text :x="left + 10" y="26" class="name">{{ read?.name }}</text>
    <text :x="left + 10" y="45">{{ read?.running ? 'running' : 'standing by' }}, neutral {{ neutral }}</text>
    <path :d="`M ${at.x - 10} 56 V ${LINE_1_Y} H ${at.x}`" class="drop" />
    <BenchPress
      class="bond"
      :class="{ made: read?.bonded }"
      :label="`Bond in ${read?.name}: ${read?.bonded ? 'in, take it out' : 'out, put it in'}`"
      :pressed="Boolean(read?.bonded)"
      :x="left + 202"
      :y="8"
      :width="82"
      :height="44"
      @press="seen.bench.toggleBond(standby.source)">
      <rect :x="left + 206" y="14" width="74" height="32" class="link" />
      <text :x="left + 243" y="35" class="middle">{{ read?.bonded ? 'bond in' : 'bond out' }}</text>
    </BenchPress>
  </g>
</template>
