<script setup lang="ts">
/** A part of the bench that can be pressed, by mouse or keys: its place, and what is drawn in it. */
defineProps<{ label: string; pressed: boolean; x: number; y: number; width: number; height: number }>()
const emit = defineEmits<{ press: [] }>()
</script>

<template>
  <g class="press" @click="emit('press')" @keydown.enter.prevent="emit('press')" @keydown.space.prevent="emit('press')">
    <rect
      class="hit"
      role="button"
      tabindex="0"
      :aria-pressed="pressed"
      :aria-label="label"
      :x="x"
      :y="y"
      :width="width"
      :height="height" />
    <slot />
  </g>
</template>
