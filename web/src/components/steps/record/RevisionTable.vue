<script setup lang="ts">
import type { Schemas } from '../../../api/client'

/** Lines of a history; what else is said of one stands in the slot. */
defineProps<{ lines: Schemas['EarlierItem'][] }>()
</script>

<template>
  <v-table class="record">
    <thead>
      <tr>
        <th>Revision</th>
        <th>When</th>
        <th>Who</th>
        <th>What</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in lines" :key="line.number">
        <td class="number">{{ line.number }}</td>
        <td>{{ new Date(line.at).toLocaleString() }}</td>
        <td>{{ line.who || 'nobody named' }}</td>
        <td>{{ line.what }} <slot :line="line" /></td>
      </tr>
    </tbody>
  </v-table>
</template>

<style scoped>
@media (max-width: 400px) {
  table.record {
    display: block;
    overflow-x: auto;
  }
}
</style>
