<script setup lang="ts">
import { computed } from 'vue'
import type { Job } from '../../../api/client'
import { parseMeasure } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** What the sets of a site are weighed by, where no book says it. */
const store = useJob()
const quoted = computed(() => Object.keys(store.job?.prices.quoted ?? {}).length)
const PRICES: [field: Exclude<keyof Job['prices'], 'quoted'>, label: string, wrong: string][] = [
  ['copper_per_kg', 'Copper, per kg', 'A price'],
  ['aluminum_per_kg', 'Aluminum, per kg', 'A price'],
  ['wire_making_per_m', 'Making wire, per metre', 'A price'],
  ['pipe_per_m_cm2', 'Pipe, per metre and cm²', 'A price'],
  ['transformer_each', 'Each transformer', 'A price'],
  ['transformer_per_kva', 'Transformer, per kVA', 'A price'],
  ['energy_per_kwh', 'Energy, per kWh', 'A price'],
  ['years', 'Years that count', 'Years, 0 for material only'],
  ['loaded_hours_per_year', 'Hours a year at full load', 'Hours'],
]

function price(field: string, value: number | null): void {
  void store.edit([{ op: 'add', path: `/prices/${field}`, value: value ?? 0 }])
}
</script>

<template>
  <details>
    <summary>
      <b>Prices and years</b>
      <span>{{
        quoted ? `${quoted} prices from books, the rest by these` : 'made-up figures until you type your own'
      }}</span>
    </summary>
    <div v-if="store.job" class="fields">
      <CommitField
        v-for="[field, label, wrong] in PRICES"
        :key="field"
        :label="label"
        :shown="String(store.job.prices[field])"
        :parse="(t) => parseMeasure(t, 'plain')"
        :understood="String"
        :wrong="wrong"
        @commit="price(field, $event)" />
    </div>
    <v-checkbox
      class="flag"
      :model-value="store.job?.voltage_may_rise"
      @update:model-value="store.edit([{ op: 'add', path: '/voltage_may_rise', value: Boolean($event) }])"
      ><template #label>The voltage of long runs may be raised</template></v-checkbox
    >
  </details>
</template>
