<script setup lang="ts">
import { computed } from 'vue'
import { amperes, percent } from '../../../format/quantities'
import { useJob } from '../../../state/job'

/** The drop by every method at every current, beside each other. */
const store = useJob()
const drops = computed(() => store.run_plan?.drops ?? [])
const currents = computed(() => [...new Map(drops.value.map((d) => [d.current, d])).values()])
const methods = computed(() => [...new Map(drops.value.map((d) => [d.method, d])).values()])
const cell = (method: string, current: string) => drops.value.find((d) => d.method === method && d.current === current)
</script>

<template>
  <section v-if="drops.length">
    <h2>Drop, by every school</h2>
    <div class="scroll-x" tabindex="0" role="region" aria-label="Drop, by every school">
      <v-table class="schools-table">
        <thead>
          <tr>
            <th>Method</th>
            <th v-for="c in currents" :key="c.current">
              {{ c.current_words }}<small>{{ amperes(c.current_a) }}</small>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in methods" :key="m.method">
            <th scope="row">{{ m.method_words }}</th>
            <td
              v-for="c in currents"
              :key="c.current"
              class="number"
              :class="{ current: cell(m.method, c.current)?.chosen }">
              {{ percent(cell(m.method, c.current)?.percent ?? 0)
              }}<span v-if="cell(m.method, c.current)?.chosen" class="sr-only"> counts</span>
            </td>
          </tr>
        </tbody>
      </v-table>
    </div>
  </section>
</template>

<style scoped>
.scroll-x {
  overflow-x: auto;
}
.schools-table {
  font-size: 13.5px;
}
</style>
