<script setup lang="ts">
import { computed } from 'vue'
import type { Cure } from '../../../api/client'
import { amperes, money, percent } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import WorkLines from '../../parts/WorkLines.vue'

/** Raise the wire or raise the voltage; and what room there is to grow. */
const store = useJob()
const plan = computed(() => store.run_plan)
const years = computed(() => store.job?.prices.years ?? 0)

function take(cure: Cure | null): void {
  if (cure) void store.take(cure)
}
</script>

<template>
  <section v-if="plan?.voltages.length">
    <h2>Raise the wire, or the voltage</h2>
    <article
      v-for="way in plan.voltages"
      :key="`${way.volts} ${way.words}`"
      class="way-card"
      :class="{ current: way.current, fails: !way.holds }">
      <h3>{{ way.volts }} V <em v-if="way.cheapest">cheapest</em><em v-if="way.current">as planned</em></h3>
      <p>
        {{ way.words }}. Drop {{ percent(way.drop_percent) }}. To make {{ money(way.first_cost) }}, losses of
        {{ years }} years {{ money(way.losses_cost) }}, together <b>{{ money(way.total_cost) }}</b>.<template
          v-if="!way.holds">
          Over: {{ way.why_not }}.</template
        >
      </p>
      <ul v-if="way.needs.length" class="needs">
        <li v-for="need in way.needs" :key="need">{{ need }}</li>
      </ul>
      <v-act-button v-if="way.cure" @click="take(way.cure)">{{ way.cure.words }}</v-act-button>
      <details>
        <summary><b>How it was worked</b></summary>
        <template v-for="group in way.working" :key="group.key"
          ><h3>
            {{ group.title }} <span>{{ group.answer }}</span>
          </h3>
          <WorkLines :lines="group.lines"
        /></template>
      </details>
    </article>
  </section>
  <section v-if="plan?.growth.length">
    <h2>Room to grow</h2>
    <v-table class="other-ways">
      <thead>
        <tr>
          <th>Made</th>
          <th class="number">More load</th>
          <th class="number">More wires</th>
          <th class="number">Costs more</th>
          <th><span class="sr-only">Take it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in plan.growth" :key="row.words" :class="{ current: row.current }">
          <td>
            {{ row.words }}<small class="plain">{{ row.limited_by }} limits</small>
          </td>
          <td class="number">{{ amperes(row.room_a) }}</td>
          <td class="number">{{ row.spare_wires }}</td>
          <td class="number">{{ money(row.cost_more) }}</td>
          <td>
            <v-act-button v-if="!row.current" :aria-label="row.cure.words" @click="take(row.cure)">Take</v-act-button>
          </td>
        </tr>
      </tbody>
    </v-table>
    <p class="standing">Coil some cable at both ends, and leave a string in the pipe.</p>
  </section>
</template>

<style scoped>
.needs {
  padding: 4px 0 6px 18px;
  list-style: disc;
  font-size: 14px;
}
</style>
