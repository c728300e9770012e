<script setup lang="ts">
import LongWait from '../../parts/LongWait.vue'
import { computed } from 'vue'
import { useTakeOff } from './useTakeOff'
import type { Field } from '../../../state/fields'
import { useMoney } from '../../../composables/useMoney'
import { useJob } from '../../../state/job'
import FieldSet from '../../parts/FieldSet.vue'
import WorkLines from '../../parts/WorkLines.vue'

/** The estimate, a page for the owner in plain words, and when another choice would be the cheaper one. */
const today = new Date().toLocaleDateString('en-CA') // as ISO writes it
const goods = useTakeOff()
const store = useJob()
const values = computed(() => store.job?.materials.estimate as Record<string, unknown> | undefined)
const { exact: money } = useMoney()
const FIELDS: Field[] = [
  { field: 'hours', label: 'Hours of work, 0: by the days', type: 'number', zero: 0 },
  { field: 'rate_per_hour', label: 'Rate by the hour', type: 'number', zero: 0 },
  { field: 'permit', label: 'Permit and fees', type: 'number', zero: 0 },
  { field: 'markup_percent', label: 'Markup on materials', type: 'percent', zero: 0 },
  { field: 'tax_percent', label: 'Tax', type: 'percent', zero: 0 },
  { field: 'round_to', label: 'Rounded up to', type: 'number', zero: 0 },
  { field: 'holds_days', label: 'It holds, days', type: 'count', zero: 0 },
  { field: 'not_included', label: 'Not included', type: 'text', hint: 'plaster, paint ...' },
]
function print(): void {
  window.print()
}
</script>

<template>
  <section class="estimate-part" aria-label="Estimate">
    <h2 class="survey-title">Estimate</h2>
    <p class="estimate-total">
      <b>{{ money(goods.estimate?.total ?? 0) }}</b>
      <small v-if="goods.prices?.simulated">with simulated prices</small>
      <small v-if="goods.prices?.unpriced.length"
        >without {{ goods.prices.unpriced.length }} lines that have no price</small
      >
    </p>
    <div class="not-printed">
      <FieldSet v-if="values" :fields="FIELDS" at="/materials/estimate" :values="values" />
      <details class="layout-fields">
        <summary>How it comes about</summary>
        <WorkLines :lines="goods.estimate?.working ?? []" />
      </details>
    </div>
    <details class="layout-fields owner-page">
      <summary><b>A page for the owner</b></summary>
      <h3>{{ store.job?.name }}</h3>
      <p v-if="store.job?.particulars.customer">For {{ store.job.particulars.customer }}</p>
      <p>What is done:</p>
      <ul class="plain-list">
        <li v-for="words in goods.found?.done ?? []" :key="words">{{ words }}</li>
      </ul>
      <p v-if="goods.prices?.unpriced.length">
        What it costs as far as it is known: {{ money(goods.estimate?.total ?? 0) }}.
        {{ goods.prices.unpriced.length }} lines have no price yet and are not in it.
      </p>
      <p v-else-if="goods.prices?.splits.length">What it costs, all in: {{ money(goods.estimate?.total ?? 0) }}.</p>
      <p v-else>What it costs is not known yet: no material has a price.</p>
      <p>Written on {{ today }}.</p>
      <p>
        Not included: {{ store.job?.materials.estimate.not_included || 'plaster, paint, and what nobody can see yet' }}.
      </p>
      <p>This holds for {{ store.job?.materials.estimate.holds_days }} days. The inspector has the last word.</p>
      <v-act-button class="not-printed" @click="print">Print it</v-act-button>
    </details>
    <div class="not-printed">
      <v-plain-button v-if="!goods.ways" @click="goods.findWays()">What else could be done?</v-plain-button>
      <div v-else class="table-scroll" tabindex="0">
        <v-table class="other-ways">
          <thead>
            <tr>
              <th>Way</th>
              <th class="number">Materials</th>
              <th class="number">Worst drop</th>
              <th class="number">The owner pays</th>
              <th><span class="sr-only">Take it</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in goods.ways" :key="one.words" :class="{ current: !one.cure }">
              <td>
                {{ one.words
                }}<small v-if="one.missing">{{ one.missing }} lines have no price: not to be compared</small>
              </td>
              <td class="number">{{ money(one.materials) }}</td>
              <td class="number">{{ one.worst_percent.toFixed(1) }} %</td>
              <td class="number">
                <b>{{ one.missing ? 'at least ' : '' }}{{ money(one.total) }}</b>
              </td>
              <td>
                <span v-if="!one.cure">planned</span>
                <v-act-button v-else :aria-label="one.cure.words" @click="store.take(one.cure)">Take</v-act-button>
              </td>
            </tr>
          </tbody>
        </v-table>
        <p class="because">The same hours are taken for each.</p>
      </div>
      <v-plain-button v-if="!goods.flips" @click="goods.findFlips()">
        When would another choice be cheaper?
      </v-plain-button>
      <template v-else>
        <ul class="plain-list">
          <li v-for="one in goods.flips" :key="one.run + one.moves + one.words">
            <b>{{ one.name }}</b>: {{ one.words }}
          </li>
          <li v-if="!goods.flips.length">Nothing near today changes a choice.</li>
        </ul>
        <p v-if="goods.flipsSay" class="because">The whole site: {{ goods.flipsSay }}</p>
      </template>
      <LongWait :asking="goods.waits" what="Sizing every run in every way" @stop="goods.stopWaiting()" />
      <p v-if="goods.longTrouble && !goods.waits" class="bad" role="alert">{{ goods.longTrouble }}</p>
    </div>
  </section>
</template>
