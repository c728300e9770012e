<script setup lang="ts">
import { computed } from 'vue'

/** Where a reading stands against its band: the band in the middle, the reading as a line. */
const props = defineProps<{ low: number; high: number; value: number | null }>()
const span = computed(() => Math.max(props.high - props.low, 1e-9))
const from = computed(() => Math.min(props.low - span.value, props.value ?? Infinity))
const to = computed(() => Math.max(props.high + span.value, props.value ?? -Infinity))
const at = (value: number): number => (100 * (value - from.value)) / (to.value - from.value)
</script>

<template>
  <svg class="band-bar" viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true">
    <rect x="0" y="1" width="100" height="6" class="all" />
    <rect :x="at(low)" y="1" :width="at(high) - at(low)" height="6" class="band" />
    <rect v-if="value !== null" :x="Math.min(at(value), 99.2)" y="0" width="0.8" height="8" class="mark" />
  </svg>
</template>

<style scoped>
.band-bar {
  display: block;
  width: 100%;
  max-width: 220px;
  height: 14px;
  margin-top: 4px;
}
.all {
  fill: rgb(var(--v-theme-line));
}
.band {
  fill: rgb(var(--v-theme-primary));
  opacity: 0.45;
}
.mark {
  fill: rgb(var(--v-theme-on-background));
}
</style>
