<script setup lang="ts">
import type { Schemas } from '../../../api/client'
import { lengthText } from '../../../format/quantities'
import { useJob } from '../../../state/job'

/** What is cut, and how it is bought. */
defineProps<{ pull: Schemas['PullPlan'] }>()
const store = useJob()
</script>

<template>
  <template v-if="pull.lengths.length">
    <h2>Cut</h2>
    <v-table class="other-ways">
      <thead>
        <tr>
          <th>Conductor</th>
          <th>Tape</th>
          <th class="number">Each</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(one, i) in pull.lengths" :key="i">
          <td>{{ one.count > 1 ? `${one.count} × ` : '' }}{{ one.name }}, {{ one.size_name }}</td>
          <td>{{ one.color }}</td>
          <td class="number">{{ lengthText(one.cut_m, store.units) }}</td>
        </tr>
      </tbody>
    </v-table>
  </template>
  <ul v-if="pull.bought.length" class="bought">
    <li v-for="one in pull.bought" :key="one.size_name">{{ one.count }} × {{ one.size_name }}: {{ one.words }}</li>
  </ul>
</template>

<style scoped>
.bought {
  padding: 6px 0 2px;
  font-size: 14.5px;
}
</style>
