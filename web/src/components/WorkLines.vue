<script setup lang="ts">
import type { Schemas } from '../api/client'

defineProps<{ lines: Schemas['WorkLine'][] }>()
</script>

<template>
  <ol class="lines">
    <li v-for="(line, i) in lines" :key="i">
      <span class="words">{{ line.words }}</span>
      <span v-if="line.kind === 'formula'" class="sum"><var>{{ line.symbol }}</var> = {{ line.formula }} = {{ line.figures }} = <b>{{ line.result }} {{ line.unit }}</b></span>
      <span v-else-if="line.kind === 'table'" class="sum"><var>{{ line.symbol }}</var> = <b>{{ line.result }} {{ line.unit }}</b>, {{ line.formula }}<template v-if="line.figures">, {{ line.figures }}</template></span>
      <span v-else class="sum"><b>{{ line.result }} {{ line.unit }}</b><template v-if="line.formula">: {{ line.formula }}</template></span>
      <cite>{{ line.citation }}</cite>
    </li>
  </ol>
</template>
