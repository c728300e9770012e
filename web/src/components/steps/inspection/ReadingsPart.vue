<script setup lang="ts">
import { computed, ref } from 'vue'
import { link, send } from '../../../api/transport'
import { readingText } from '../../../format/readings'
import { useJob } from '../../../state/job'
import BandBar from './BandBar.vue'
import { useInspection } from './useInspection'

/** What was measured and what is wanted, each beside what the plan expects; and where the bad joint would be. */
const check = useInspection()
const store = useJob()
const file = ref<HTMLInputElement | null>(null)
const GRADES: Record<string, string> = {
  ok: '✓ ok',
  high: '✗ high',
  low: '✗ low',
  look: '! look again',
  fail: '✗ fails',
  '': 'wanted',
}
const groups = computed(() => {
  const by = new Map<string, typeof check.rows>()
  for (const one of check.rows) by.set(one.place, [...(by.get(one.place) ?? []), one])
  return [...by.entries()]
})
const VERDICTS: Record<string, string> = {
  sure: 'Where it is',
  'not sure': 'Where it may be',
  'nothing to see': 'No bad joint shows',
  'no single place explains it': 'No single place explains what was read',
}

async function open(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const text = await chosen.text()
  if (file.value) file.value.value = ''
  await store.readInstrument(text)
}
async function simulated(faulty: boolean): Promise<void> {
  if (!store.state) return
  const params = { path: { job_id: store.state.id } }
  const { data } = await send('post', '/api/jobs/{job_id}/standins/meter', { params, body: { faulty, seed: 2 } })
  if (data) await store.readInstrument(data.text)
}
</script>

<template>
  <section aria-label="Readings">
    <section v-if="check.read?.bad" class="bad-place" aria-label="The bad joint">
      <h2 class="survey-title">{{ VERDICTS[check.read.bad.verdict] }}</h2>
      <p v-if="!check.read.bad.places.length">
        {{ check.read.bad.readings }} readings were laid beside the circuit. Read more under load.
      </p>
      <ol v-else class="plain-list">
        <li
          v-for="(one, i) in check.read.bad.places.slice(0, check.read.bad.verdict === 'sure' ? 1 : 4)"
          :key="one.words">
          <b v-if="i === 0">{{ one.words }}</b><template v-else>{{ one.words }}</template
          ><template v-if="one.ohm > 0.0005"
            >: {{ one.joins ? 'joined by' : '' }} {{ readingText(one.ohm) }} Ω{{
              one.joins ? '' : ' too much'
            }}</template
          ><template v-if="one.power_w >= 1">, {{ Math.round(one.power_w) }} W heat it</template>
        </li>
      </ol>
      <p v-if="check.read.bad.read_next"><b>Read next:</b> {{ check.read.bad.read_next }}</p>
      <p v-if="check.read.bad.places.length" class="caution">
        A joint that heats can burn. Turn it off, lock it and prove it dead before anybody opens it.
      </p>
    </section>
    <section v-if="check.read?.leaks.length" aria-label="Leakage">
      <h2 class="survey-title">Which circuit leaks</h2>
      <ul class="plain-list">
        <li v-for="one in check.read.leaks" :key="one.where">{{ one.words }}: {{ readingText(one.leak_ma) }} mA</li>
        <li>With all off: {{ readingText(check.read.leaks_rest_ma) }} mA</li>
      </ul>
    </section>
    <div class="move-start">
      <v-act-button @click="check.reading_chosen = 'new'">Add a reading</v-act-button>
      <v-plain-button @click="file?.click()">Read an instrument's file</v-plain-button>
      <v-plain-button @click="simulated(false)">Simulated meter: all sound</v-plain-button>
      <v-plain-button @click="simulated(true)">Simulated meter: something is wrong</v-plain-button>
      <v-plain-button
        v-if="store.state && check.rows.some((one) => one.key)"
        :href="link('/api/jobs/{job_id}/readings.csv', { job_id: store.state.id })"
        download
        >Save them as CSV</v-plain-button
      >
      <input
        ref="file"
        type="file"
        accept=".csv,text/csv"
        class="sr-only"
        aria-label="Instrument's file"
        tabindex="-1"
        @change="open" />
    </div>
    <p v-if="!check.rows.length" class="empty">
      Nothing is new here, so nothing has to be measured. Add what you read.
    </p>
    <section v-for="[place, rows] in groups" :key="place" :aria-label="`Readings, ${place}`">
      <h2 class="survey-title">{{ place }}</h2>
      <ol class="check-lines">
        <li v-for="one in rows" :key="one.at_key">
          <button
            class="check-line reading-line"
            :class="[one.grade, { picked: one.at_key === check.reading_chosen }]"
            :aria-pressed="one.at_key === check.reading_chosen"
            @click="check.reading_chosen = one.at_key">
            <span
              >{{ one.words
              }}<small>{{
                one.on.length ? `${one.on.length} loads on` : one.unit === 'V' || one.unit === 'A' ? 'nothing on' : ''
              }}</small></span
            >
            <span
              ><b v-if="one.value !== null">{{ one.unit ? `${readingText(one.value)} ${one.unit}` : '' }}</b
              ><small v-if="one.low !== null && one.high !== null"
                >{{ readingText(one.low) }} to {{ readingText(one.high) }} {{ one.unit }}</small
              ><small v-else-if="one.least !== null && one.unit">at least {{ one.least }} {{ one.unit }}</small
              ><small v-else-if="one.most !== null && one.unit">at most {{ one.most }} {{ one.unit }}</small>
              <BandBar
                v-if="one.value !== null && one.low !== null && one.high !== null"
                :low="one.low"
                :high="one.high"
                :value="one.value" />
            </span>
            <span class="check-state">{{ GRADES[one.grade] }}</span>
          </button>
        </li>
      </ol>
    </section>
  </section>
</template>

<style scoped>
.bad-place {
  border-left: 4px solid rgb(var(--v-theme-error));
  padding-left: 12px;
  margin-bottom: 14px;
}
.fail .check-state,
.high .check-state,
.low .check-state {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
</style>
