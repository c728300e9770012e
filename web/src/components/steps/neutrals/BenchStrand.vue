<script lang="ts">
/** A wire of a run: where it lies, what is on it, and which list of the trial opens it. */
export interface Strand {
  conductor: string
  y: number
  list: 'neutrals_lost' | 'grounds_cut' | null
  cut: boolean
  amperes: number
  stray: boolean
  words: string
  label: string
}
</script>

<script setup lang="ts">
import { computed } from 'vue'
import { lineWidth, type BenchGap } from '../../../drawing/bench'
import BenchPress from './BenchPress.vue'

/** One wire, as thick as its current; an open one is parted and crossed. */
const props = defineProps<{ strand: Strand; gap: BenchGap; color: string }>()
defineEmits<{ press: [] }>()
const middle = computed(() => (props.gap.from + props.gap.to) / 2)
const hit = computed(() => ({
  label: props.strand.label,
  pressed: props.strand.cut,
  x: props.gap.from,
  y: props.strand.y - 28,
  width: props.gap.to - props.gap.from,
  height: 46,
}))
const pressed = computed(() => (props.strand.list ? { is: BenchPress, ...hit.value } : { is: 'g' }))
</script>

<template>
  <component
    v-bind="pressed"
    :is="pressed.is"
    :class="['strand', color, { cut: strand.cut, stray: strand.stray }]"
    @press="$emit('press')">
    <line
      :x1="gap.from"
      :x2="strand.cut ? middle - 14 : gap.to"
      :y1="strand.y"
      :y2="strand.y"
      :stroke-width="lineWidth(strand.amperes)" />
    <template v-if="strand.cut">
      <line :x1="middle + 14" :x2="gap.to" :y1="strand.y" :y2="strand.y" :stroke-width="lineWidth(0)" />
      <path :d="`M ${middle - 6} ${strand.y - 7} l 12 14 m 0 -14 l -12 14`" class="cross" />
    </template>
    <text :x="middle" :y="strand.y - 8" class="middle amps">{{ strand.words }}</text>
  </component>
</template>

<style scoped>
.bench .cross {
  stroke: rgb(var(--v-theme-error));
  stroke-width: 3;
  fill: none;
}
</style>
