<script setup lang="ts">
import { computed } from 'vue'
import { parseWay, wayText } from '../../../format/quantities'
import { useMoney } from '../../../composables/useMoney'
import { usePanel } from './usePanel'
import { BOX_FIELDS, MOVE_FIELDS } from '../../../state/panelFields'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
import FieldSet from '../../parts/FieldSet.vue'

/** The move of a panel, cable by cable: reach, the boxes that help, and what is done before the power is off. */
const panel = usePanel()
const store = useJob()
const move = computed(() => panel.plan?.move ?? null)
const boxes = computed(() => panel.plan?.boxes ?? [])
const at = computed(() => `/enclosures/${panel.key}/layout`)
const values = computed(() => panel.layout as Record<string, unknown> | null)
const box = (id: string) => store.job?.boxes[id] as Record<string, unknown> | undefined
const slots = (id: string, old: boolean): string => {
  const one = store.job?.circuits[id]
  return ((old ? one?.old_slots : one?.slots) ?? []).join(', ')
}
function measured(id: string): string {
  const short_m = store.job?.circuits[id]?.short_m
  return short_m === null || short_m === undefined ? '' : wayText(short_m, store.units)
}
const { about } = useMoney()
const money = (cost: number | null): string => (cost === null ? '–' : about(cost))
const MARK: Record<string, string> = { reaches: '✓', short: '✗', box: '▢', 'new cable': '↻', new: '+' }
</script>

<template>
  <section v-if="move" class="move-part" aria-label="The cables, one by one">
    <h2 class="survey-title">The cables, one by one</h2>
    <div class="table-scroll" tabindex="0">
      <v-table class="other-ways">
        <caption class="sr-only">
          Each cable, whether it reaches, and what is done when
        </caption>
        <thead>
          <tr>
            <th>Cable</th>
            <th>{{ $fill('{Slot}') }}</th>
            <th>Missing, as measured</th>
            <th>Reach</th>
            <th>Before the power is off</th>
            <th>While it is off</th>
            <th class="number">Box</th>
            <th class="number">New cable</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in move.cables" :key="one.circuit" :class="{ short: one.state === 'short' }">
            <td>
              <button
                class="link-button"
                :aria-pressed="one.circuit === panel.chosen"
                @click="panel.choose(one.circuit)">
                {{ one.name }}
              </button>
            </td>
            <td class="nowrap">{{ slots(one.circuit, true) || '–' }} → {{ slots(one.circuit, false) || '–' }}</td>
            <td class="measured">
              <CommitField
                v-if="one.state !== 'new'"
                bare
                :label="`Missing, ${one.name}`"
                :shown="measured(one.circuit)"
                hint="worked out"
                empty-ok
                :parse="(text) => parseWay(text, store.units)"
                wrong="A length; below zero it is spare"
                @commit="store.edit([{ op: 'add', path: `/circuits/${one.circuit}/short_m`, value: $event }])" />
            </td>
            <td>
              <span aria-hidden="true">{{ MARK[one.state] }}</span> {{ one.words }}
            </td>
            <td>{{ one.before }}</td>
            <td>{{ one.off }}</td>
            <td class="number">{{ money(one.box_cost) }}</td>
            <td class="number">{{ money(one.new_cost) }}</td>
          </tr>
        </tbody>
      </v-table>
    </div>
    <template v-if="boxes.length">
      <h2 class="survey-title">Boxes</h2>
      <ul class="plain-list">
        <li v-for="one in boxes" :key="one.id">
          <p>
            <b>{{ one.name }}</b>: {{ one.circuits.join(', ') }}. {{ one.holds ? 'Holds' : 'Too full' }}:
            {{ one.words }}.
          </p>
          <details class="layout-fields">
            <summary>Change this box</summary>
            <FieldSet v-if="box(one.id)" :fields="BOX_FIELDS" :at="`/boxes/${one.id}`" :values="box(one.id)!" />
          </details>
        </li>
      </ul>
    </template>
    <div class="two-lists">
      <div>
        <h2 class="survey-title">Before the power goes off</h2>
        <ul class="plain-list">
          <li v-for="words in move.before" :key="words">{{ words }}</li>
        </ul>
      </div>
      <div>
        <h2 class="survey-title">While it is off</h2>
        <ul class="plain-list">
          <li v-for="words in move.off" :key="words">{{ words }}</li>
        </ul>
      </div>
    </div>
    <details class="layout-fields">
      <summary><b>How far it moves</b></summary>
      <FieldSet v-if="values" :fields="MOVE_FIELDS" :at="at" :values="values" />
    </details>
  </section>
</template>

<style scoped>
.two-lists {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 0 24px;
}
.link-button {
  min-height: 44px;
  text-align: left;
  text-decoration: underline;
}
.nowrap {
  white-space: nowrap;
}
</style>
