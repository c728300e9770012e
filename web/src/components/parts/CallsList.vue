<script setup lang="ts">
import { computed } from 'vue'
import type { CallPlan } from '../../api/client'
import CallCard from './CallCard.vue'

/** Calls that change something here; the others are one press away. */
const props = defineProps<{ calls: CallPlan[] }>()
const open = computed(() => props.calls.filter((call) => call.matters))
const same = computed(() => props.calls.filter((call) => !call.matters))
</script>

<template>
  <CallCard v-for="call in open" :key="call.name" :call="call" />
  <details v-if="same.length" class="call same-calls">
    <summary>
      <b>Calls that change nothing here</b> <span>{{ same.length }}</span>
    </summary>
    <CallCard v-for="call in same" :key="call.name" :call="call" />
  </details>
</template>
