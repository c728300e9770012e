<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { ohms } from '../../../format/quantities'

/** Everything the picture shows, and what is off this way, as tables. */
const props = defineProps<{ answer: Schemas['BenchAnswer'] }>()
const two = computed(() => props.answer.enclosures.some((can) => can.line_2_v !== null))

function v(value: number | null | undefined): string {
  return value === null || value === undefined ? '' : `${value >= 10 ? Math.round(value) : value.toFixed(1)} V`
}
</script>

<template>
  <section class="bench-tables" aria-label="All values">
    <h2 class="survey-title">Cans</h2>
    <div class="wide-table" tabindex="0" role="group" aria-label="Cans, table">
      <v-table class="other-ways">
        <thead>
          <tr>
            <th>Can</th>
            <th class="number">{{ two ? 'L1 to N' : 'Line to neutral' }}</th>
            <template v-if="two"
              ><th class="number">L2 to N</th>
              <th class="number">L1 to L2</th></template
            >
            <th class="number">To remote earth</th>
            <th class="number">Touch, now</th>
            <th class="number">After clearing</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in answer.enclosures" :key="c.id">
            <td>{{ c.name }}</td>
            <td class="number">{{ v(c.line_1_v) }}</td>
            <template v-if="two"
              ><td class="number">{{ v(c.line_2_v) }}</td>
              <td class="number">{{ v(c.line_line_v) }}</td></template
            >
            <td class="number">{{ v(c.enclosure_v) }}</td>
            <td class="number" :class="{ bad: c.dangerous }">{{ v(c.touch_v) }}</td>
            <td class="number">{{ v(c.after_v) }}</td>
          </tr>
        </tbody>
      </v-table>
    </div>
    <h2 class="survey-title">Devices</h2>
    <v-table class="other-ways bench-table">
      <thead>
        <tr>
          <th>Device</th>
          <th class="number">Rating</th>
          <th class="number">Current</th>
          <th>It</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in answer.devices" :key="d.key" :class="{ current: d.opens_first }">
          <td>{{ d.name }}</td>
          <td class="number">{{ d.rating_a }} A</td>
          <td class="number">{{ d.amperes >= 10 ? Math.round(d.amperes) : d.amperes.toFixed(1) }} A</td>
          <td>{{ d.words }}</td>
        </tr>
      </tbody>
    </v-table>
    <h2 class="survey-title">What a clamp meter reads</h2>
    <v-table class="other-ways bench-table">
      <thead>
        <tr>
          <th>Clamp</th>
          <th class="number">Reads</th>
          <th>Which is</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in answer.clamps" :key="c.place">
          <td>{{ c.place }}</td>
          <td class="number">{{ c.shown }}</td>
          <td>{{ c.words }}</td>
        </tr>
      </tbody>
    </v-table>
    <h2 class="survey-title">Electrodes</h2>
    <v-table class="other-ways bench-table">
      <thead>
        <tr>
          <th>Electrodes</th>
          <th class="number">Resistance</th>
          <th class="number">Carry</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="e in answer.earths" :key="e.building">
          <tr>
            <td>
              <b>{{ e.name }}</b>, {{ e.words }}
            </td>
            <td class="number">{{ ohms(e.ohm) }}</td>
            <td class="number">{{ e.shown }}</td>
          </tr>
          <tr v-for="one in e.each" :key="one.id">
            <td>{{ one.name }}</td>
            <td />
            <td class="number">{{ one.shown }}</td>
          </tr>
        </template>
      </tbody>
    </v-table>
    <h2 class="survey-title">Every wire</h2>
    <v-table class="other-ways bench-table">
      <thead>
        <tr>
          <th>Wire, bond, electrode or load</th>
          <th class="number">Carries</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="w in answer.wires" :key="w.key">
          <td>{{ w.name }}<b v-if="w.stray" class="bad">, ought to carry none</b></td>
          <td class="number">{{ w.shown }}</td>
        </tr>
      </tbody>
    </v-table>
    <h2 class="survey-title">What was taken as given</h2>
    <ul class="assumed">
      <li v-for="a in answer.assumed" :key="a">{{ a }}</li>
    </ul>
  </section>
</template>

<style scoped>
.bench-values .bench-table,
.bench-values .wide-table {
  margin-left: 0;
  margin-right: 0;
  width: 100%;
}
.bench-tables {
  padding-bottom: 16px;
}
.bench-table,
.wide-table {
  margin: 0 14px;
  width: calc(100% - 28px);
}
.wide-table {
  overflow-x: auto;
}
.assumed {
  padding: 0 16px;
  font-size: 14px;
  line-height: 1.4;
  color: rgb(var(--v-theme-secondary));
}
</style>
