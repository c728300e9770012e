<script setup lang="ts">
import { computed } from 'vue'

/** A formula in plain text, with indices set low, powers high and roots as signs. */
const props = defineProps<{ text: string }>()
const pieces = computed(() => {
  const found: { text: string; kind: 'plain' | 'low' | 'high' }[] = []
  for (const [, low, high, plain] of props.text
    .replaceAll('sqrt(', '√(')
    .matchAll(/_([A-Za-z0-9]+)|\^([0-9.]+)|([^_^]+|[_^])/g)) {
    if (low) found.push({ text: low, kind: 'low' })
    else if (high) found.push({ text: high, kind: 'high' })
    else found.push({ text: plain ?? '', kind: 'plain' })
  }
  return found
})
</script>

<template>
  <template v-for="(piece, i) in pieces" :key="i"
    ><sub v-if="piece.kind === 'low'">{{ piece.text }}</sub
    ><sup v-else-if="piece.kind === 'high'">{{ piece.text }}</sup
    ><template v-else>{{ piece.text }}</template></template
  >
</template>
