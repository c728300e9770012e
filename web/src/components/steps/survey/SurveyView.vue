<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { useAdding } from '../../../composables/useAdding'
import { shortName, treeRows, type TreeRow } from '../../../drawing/tree'
import { amperes, lengthText } from '../../../format/quantities'
import { STATUSES } from '../../../state/fields'
import { useJob } from '../../../state/job'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import PartPanel from './PartPanel.vue'
import StartDialog from '../../frame/StartDialog.vue'

/** The property as it is wired: what feeds what, what is there, what is wanted. Press a part to look into it. */
const store = useJob()
const adding = useAdding()
const starting = ref(false)
const rows = computed(() => (store.job ? treeRows(store.job) : []))
const buildings = computed(() => Object.entries(store.job?.buildings ?? {}))
const electrodes = (building: string) =>
  Object.entries(store.job?.electrodes ?? {}).filter(([, e]) => e.building === building)
const words = (status: string) =>
  status === 'existing' ? '' : (STATUSES.find((s) => s.value === status)?.title ?? status)
const picked = (kind: string, key: string) => store.part?.kind === kind && store.part.key === key

function runWords(id: string): string {
  const plan = store.plan?.runs[id]
  if (!plan) return store.job?.runs[id]?.name ?? ''
  return [lengthText(plan.length_m, store.units), plan.sized ? plan.headline : 'not sized yet'].join(', ')
}

function bond(row: TreeRow): string {
  const plan = store.plan?.enclosures[row.id]
  if (!plan) return ''
  if (!plan.agrees) return `found ${plan.bond_found}, must be ${plan.bond === 'bonded' ? 'bonded' : 'apart'}`
  return plan.bond === 'bonded' ? 'bonded' : ''
}

/** Up and down go from row to row, as in any tree. */
async function move(event: KeyboardEvent, index: number): Promise<void> {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  const next = step ? rows.value[index + step] : undefined
  if (!next) return
  event.preventDefault()
  await nextTick()
  document.getElementById(`node-${next.id}`)?.focus()
}
</script>

<template>
  <main class="sizing">
    <div class="center">
      <div class="center-scroll survey">
        <div class="survey-tools" role="group" aria-label="Add">
          <v-btn color="primary" variant="flat" @click="starting = true">Guided start</v-btn>
          <v-act-button @click="adding.source">Add a source</v-act-button>
          <v-act-button @click="adding.enclosure">{{ $fill('Add a {panel} or {can}') }}</v-act-button>
          <v-act-button @click="adding.building">Add a building</v-act-button>
          <v-act-button @click="adding.electrode">Add an electrode</v-act-button>
        </div>
        <div v-if="!rows.length && !buildings.length" class="no-runs">
          <h1>Nothing surveyed yet</h1>
          <p>
            Begin with a guided start: it asks a few things and lays out the whole.
            {{ $fill('Or add sources, {panels} and buildings one by one.') }}
          </p>
        </div>
        <template v-else>
          <h2 class="survey-title">What feeds what</h2>
          <ol class="wiring">
            <li v-for="(row, i) in rows" :key="row.id" class="wiring-row" :style="{ '--depth': row.depth }">
              <span v-for="at in row.through" :key="at" class="trunk" :style="{ '--at': at }" aria-hidden="true" />
              <span
                v-if="row.depth"
                class="elbow"
                :class="[`is-${store.job?.runs[row.run]?.status ?? 'existing'}`, { last: row.last }]"
                aria-hidden="true" />
              <button
                v-if="row.run"
                class="wiring-run"
                :class="{ picked: picked('runs', row.run) }"
                @click="store.pick('runs', row.run)">
                <b>{{ store.job?.runs[row.run]?.name }}</b> {{ runWords(row.run)
                }}<em v-if="words(store.job?.runs[row.run]?.status ?? '')">{{
                  words(store.job?.runs[row.run]?.status ?? '')
                }}</em>
              </button>
              <button
                :id="`node-${row.id}`"
                class="wiring-node"
                :class="[`is-${row.status}`, row.kind, { picked: picked(row.kind, row.id) }]"
                @click="store.pick(row.kind, row.id)"
                @keydown="move($event, i)">
                <span class="mark" aria-hidden="true" />
                <span
                  ><b>{{ shortName(row.id) }} {{ row.name }}</b
                  ><em v-if="words(row.status)">{{ words(row.status) }}</em>
                  <small
                    >{{ store.job?.buildings[row.building]?.name ?? ''
                    }}<template v-if="row.loads">, {{ row.loads }} {{ row.loads === 1 ? 'load' : 'loads' }}</template
                    ><template v-if="store.plan?.enclosures[row.id]?.fault_a"
                      >, fault
                      {{
                        amperes(
                          Math.max(
                            store.plan.enclosures[row.id]!.fault_a!,
                            store.plan.enclosures[row.id]!.fault_to_neutral_a ?? 0,
                          ),
                        )
                      }}</template
                    ></small
                  ></span
                >
                <i v-if="bond(row)" class="bond" :class="{ bad: store.plan?.enclosures[row.id]?.agrees === false }">{{
                  bond(row)
                }}</i>
              </button>
              <button
                v-for="one in row.standby"
                :key="one.run"
                class="wiring-run standby"
                @click="store.pick('runs', one.run)">
                <b>{{ store.job?.runs[one.run]?.name }}</b> stands by for {{ one.target }}, {{ runWords(one.run) }}
              </button>
            </li>
          </ol>
          <h2 class="survey-title">Buildings and their electrodes</h2>
          <ul class="places">
            <li v-for="[id, building] in buildings" :key="id">
              <button class="place" :class="{ picked: picked('buildings', id) }" @click="store.pick('buildings', id)">
                <b>{{ building.name }}</b><em v-if="words(building.status)">{{ words(building.status) }}</em
                ><small>{{ building.use === 'dwelling' ? 'dwelling' : 'outbuilding' }}</small>
              </button>
              <button
                v-for="[key, electrode] in electrodes(id)"
                :key="key"
                class="place rod-chip"
                :class="{ picked: picked('electrodes', key) }"
                @click="store.pick('electrodes', key)">
                {{ electrode.name
                }}<small>{{
                  electrode.measured_ohm ? `${electrode.measured_ohm} Ω` : electrode.kind.replace('_', ' ')
                }}</small>
              </button>
            </li>
          </ul>
        </template>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer"><PartPanel /></div>
    <StartDialog v-model="starting" fill />
  </main>
</template>

<style scoped src="./SurveyView.css"></style>

<style src="./survey.css"></style>
