<script setup lang="ts">
import { problemText, type Problem, type Schemas } from '../../../api/client'
import { link, send } from '../../../api/transport'
import { textOf } from '../../../format/encodings'
import { computed, ref } from 'vue'
import { usePanel } from './usePanel'
import { useJob } from '../../../state/job'
import WorkLines from '../../parts/WorkLines.vue'

/** The directory of a panel, slot by slot: to read, to print on a plain printer, and as CSV both ways. */
const panel = usePanel()
const here = computed(() => ({ job_id: store.state?.id ?? '', panel: panel.key }))
const store = useJob()
const file = ref<HTMLInputElement | null>(null)
const MOST_IN_A_COLUMN = 24
const rows = computed(() => panel.plan?.directory ?? [])
/** Beside each other where one column would not fit on a page. */
const columns = computed(() => {
  const half = rows.value.length > MOST_IN_A_COLUMN ? Math.ceil(rows.value.length / 2) : rows.value.length
  return [rows.value.slice(0, half), rows.value.slice(half)].filter((one) => one.length)
})
const british = computed(() => store.options?.by_loop ?? false)
const today = new Date().toLocaleDateString('en-CA')
const main = computed(() => store.job?.enclosures[panel.key]?.main_a)

/** What was read of a list and is not kept yet. */
const list = ref<{ text: string; read: Schemas['CircuitsRead'] } | null>(null)
const trouble = ref('')
const fresh = computed(() => list.value?.read.rows.filter((one) => one.what !== 'as it is') ?? [])

async function read(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const text = textOf(await chosen.arrayBuffer())
  if (file.value) file.value.value = ''
  const { data, error } = await send('post', '/api/jobs/{job_id}/panels/{panel}/circuits/read', {
    params: { path: here.value },
    body: { text },
  })
  list.value = data ? { text, read: data } : null
  trouble.value = data ? '' : problemText(error as Problem)
}

async function take(): Promise<void> {
  const text = list.value?.text
  list.value = null
  if (text !== undefined) await store.readCircuits(panel.key, text)
}

function print(): void {
  window.print()
}
</script>

<template>
  <details class="layout-fields directory-part">
    <summary><b>Directory</b></summary>
    <p class="directory-head">
      <b>{{ panel.plan?.name }}</b>, {{ store.job?.name }}.
      <template v-if="panel.plan?.fed_from">Fed from {{ panel.plan.fed_from }}.</template>
      <template v-if="main">{{ ' ' }}{{ $fill('{Main}') }} {{ main }} A.</template>
      Revision {{ store.state?.revision }}, {{ today }}.
    </p>
    <div class="directory-columns">
      <v-table v-for="(part, i) in columns" :key="i" class="other-ways directory">
        <thead>
          <tr>
            <th>{{ $fill('{Slot}') }}</th>
            <th>Line</th>
            <th>Device</th>
            <template v-if="british">
              <th>Curve</th>
              <th>Residual</th>
              <th>Points</th>
            </template>
            <th>Wire</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in part" :key="`${one.kind} ${one.slots}`" :class="one.kind">
            <td>{{ one.slots }}</td>
            <td>
              {{ one.line }}<small v-if="one.marks">{{ one.marks }}</small>
            </td>
            <td>{{ one.device }}</td>
            <template v-if="british">
              <td>{{ one.curve }}</td>
              <td>{{ one.residual }}</td>
              <td>{{ one.points }}</td>
            </template>
            <td>{{ one.wire }}</td>
          </tr>
        </tbody>
      </v-table>
    </div>
    <h2 class="survey-title">What else is written there</h2>
    <WorkLines :lines="panel.plan?.notices ?? []" />
    <div class="part-buttons">
      <v-act-button @click="print">Print it</v-act-button>
      <v-act-button target="_blank" :href="link('/api/jobs/{job_id}/panels/{panel}/label.svg', here)"
        >Label at true size</v-act-button
      >
      <v-act-button :href="link('/api/jobs/{job_id}/panels/{panel}/circuits.csv', here)" download
        >Save as CSV</v-act-button
      >
      <v-plain-button @click="file?.click()">Read a CSV</v-plain-button>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <section v-if="list" aria-label="The list that was read">
      <h2 class="survey-title">{{ fresh.length }} of {{ list.read.rows.length }} rows change something</h2>
      <ul class="plain-list">
        <li v-for="one in fresh" :key="one.number">
          <b>{{ one.slots.join(', ') }}</b> {{ one.name || 'no name' }}, {{ one.rating_a ?? '?' }} A: {{ one.what }}
        </li>
        <li v-for="one in list.read.refused" :key="`refused ${one.number}`" class="bad">{{ one.words }}</li>
      </ul>
      <p v-if="list.read.ignored.length">Columns that are left out: {{ list.read.ignored.join(', ') }}.</p>
      <div class="part-buttons">
        <v-act-button v-if="fresh.length" @click="take">Take {{ fresh.length }} in</v-act-button>
        <v-plain-button @click="list = null">Leave it</v-plain-button>
      </div>
    </section>
    <input
      ref="file"
      type="file"
      accept=".csv,text/csv"
      class="sr-only"
      aria-label="Circuits as CSV"
      tabindex="-1"
      @change="read" />
  </details>
</template>

<style scoped>
.directory-columns {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: 0 18px;
}
.directory-columns > * {
  flex: 1 1 300px;
}
.directory small {
  display: block;
}
@media print {
  .directory-columns {
    flex-wrap: nowrap;
    font-size: 12px;
  }
  .directory-columns :is(td, th) {
    height: auto;
    padding: 2px 4px;
  }
}
</style>
