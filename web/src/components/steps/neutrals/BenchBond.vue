<script setup lang="ts">
import { computed } from 'vue'
import type { BenchSeen } from './useBenchPicture'
import { GROUND_BAR_Y, NEUTRAL_Y, type BenchNode } from '../../../drawing/bench'
import BenchPress from './BenchPress.vue'

/** The bond between the bars of a can: made or open, and marked when it does not belong so. */
const props = defineProps<{ seen: BenchSeen; node: BenchNode }>()
const can = computed(() => props.seen.cans.get(props.node.id))
const made = computed(() => Boolean(can.value?.bonded))
const middle = computed(() => props.node.x + props.node.width / 2)
</script>

<template>
  <BenchPress
    class="bond"
    data-stays
    :class="{ made, wrong: can?.bonded !== can?.belongs_bonded }"
    :label="`Bond at ${node.name}: ${made ? 'made, break it' : 'open, make it'}`"
    :pressed="made"
    :x="middle - 46"
    :y="NEUTRAL_Y + 8"
    :width="92"
    :height="GROUND_BAR_Y - NEUTRAL_Y - 16"
    @press="seen.bench.toggleBond(node.id)">
    <rect :x="middle - 9" :y="NEUTRAL_Y + 7" width="18" :height="GROUND_BAR_Y - NEUTRAL_Y - 14" class="link" />
    <text :x="middle" :y="(NEUTRAL_Y + GROUND_BAR_Y) / 2 + 5" class="middle">
      {{ made ? 'bonded here' : 'kept apart' }}
    </text>
  </BenchPress>
</template>
