<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { amperes } from '../../../format/quantities'

/** Both legs against each other, three ways: connected, by demand, and as a clamp read them. */
const props = defineProps<{ plan: Schemas['PanelPlan'] }>()
const rows = computed(() => {
  const { plan } = props
  const shown = (value: number | null | undefined): string => (value == null ? '–' : amperes(value))
  return [
    {
      words: 'Connected',
      one: shown(plan.connected_1_a),
      two: shown(plan.connected_2_a),
      neutral: shown(plan.connected_neutral_a),
    },
    { words: 'By demand', one: shown(plan.demand_1_a), two: shown(plan.demand_2_a), neutral: '–' },
    {
      words: 'As read',
      one: shown(plan.read_1_a),
      two: shown(plan.read_2_a),
      neutral: shown(plan.read_neutral_a),
    },
  ]
})
const tilt = computed(() => {
  const { connected_1_a: one, connected_2_a: two } = props.plan
  return Math.max(-1, Math.min(1, (two - one) / Math.max(one, two, 1))) * 8
})
</script>

<template>
  <section class="legs-beam">
    <svg
      v-if="!plan.one_line"
      viewBox="0 0 420 70"
      class="beam"
      role="img"
      :aria-label="`Leg 1 ${amperes(plan.connected_1_a)}, leg 2 ${amperes(plan.connected_2_a)}, connected`">
      <path d="M 210 40 l -16 26 h 32 z" class="pivot" />
      <g :transform="`rotate(${tilt} 210 38)`">
        <line x1="60" x2="360" y1="38" y2="38" />
        <text x="60" y="28">L1 {{ amperes(plan.connected_1_a) }}</text>
        <text x="360" y="28" class="end">L2 {{ amperes(plan.connected_2_a) }}</text>
      </g>
    </svg>
    <v-table class="other-ways">
      <thead>
        <tr>
          <th>Current</th>
          <th class="number">{{ plan.one_line ? 'Line' : 'Leg 1' }}</th>
          <th v-if="!plan.one_line" class="number">Leg 2</th>
          <th class="number">Neutral</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.words">
          <td>{{ row.words }}</td>
          <td class="number">{{ row.one }}</td>
          <td v-if="!plan.one_line" class="number">{{ row.two }}</td>
          <td class="number">{{ row.neutral }}</td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>

<style scoped>
.beam {
  width: 100%;
  max-width: 420px;
}
.beam .pivot {
  fill: rgb(var(--v-theme-secondary));
}
</style>
