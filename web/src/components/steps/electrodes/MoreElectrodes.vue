<script setup lang="ts">
import type { Cure, Schemas } from '../../../api/client'
import { money, ohms } from '../../../format/quantities'

/** What more would give: what it comes to, what it gains, what it costs; and what rods take from one another. */
defineProps<{ answer: Schemas['GroundAnswer'] }>()
const emit = defineEmits<{ take: [cure: Cure] }>()
</script>

<template>
  <h2 class="survey-title">How many more, how deep, or which kind</h2>
  <v-table class="other-ways more-table">
    <thead>
      <tr>
        <th>With</th>
        <th class="number">Together</th>
        <th>Gain</th>
        <th class="number">Cost</th>
        <th><span class="sr-only">Take it</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="m in answer.more" :key="m.words">
        <td>{{ m.words }}</td>
        <td class="number">{{ ohms(m.resistance_ohm) }}</td>
        <td>
          <span class="gain"
            ><svg width="100%" height="10" aria-hidden="true">
              <rect class="used" :width="`${Math.max(0, m.gain_percent)}%`" height="10" /></svg
            >{{ Math.round(m.gain_percent) }} %</span
          >
        </td>
        <td class="number">{{ money(m.cost) }}</td>
        <td>
          <v-act-button v-if="m.cure" :aria-label="m.cure.words" @click="emit('take', m.cure)">Take</v-act-button>
        </td>
      </tr>
    </tbody>
  </v-table>
  <template v-if="answer.rods.length">
    <h2 class="survey-title">Rods at this spacing, as a share of one</h2>
    <v-table class="other-ways more-table">
      <thead>
        <tr>
          <th>Rods</th>
          <th class="number">Computed</th>
          <th class="number">Rule of the field</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in answer.rods" :key="row.rods">
          <td>{{ row.rods }}</td>
          <td class="number">{{ Math.round(row.computed_percent) }} %</td>
          <td class="number">{{ Math.round(row.rule_percent) }} %</td>
        </tr>
      </tbody>
    </v-table>
  </template>
</template>

<style scoped>
.more-table {
  margin: 0 14px;
  width: calc(100% - 28px);
}
.gain {
  display: grid;
  grid-template-columns: 1fr 48px;
  align-items: center;
  gap: 8px;
  min-width: 110px;
}
</style>
