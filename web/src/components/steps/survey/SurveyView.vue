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
          <button class="cure" @click="adding.source">Add a source</button>
          <button class="cure" @click="adding.enclosure">{{ $fill('Add a {panel} or {can}') }}</button>
          <button class="cure" @click="adding.building">Add a building</button>
          <button class="cure" @click="adding.electrode">Add an electrode</button>
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

<style scoped>
.survey {
  padding-bottom: 20px;
}
.survey-tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 10px 14px 4px;
}
.wiring {
  padding: 0 12px 0 14px;
}
.wiring-row {
  position: relative;
  padding-left: calc(var(--depth) * 34px);
}
.wiring-row .trunk {
  position: absolute;
  left: calc(var(--at) * 34px + 15px);
  top: 0;
  bottom: 0;
  border-left: 3px solid rgb(var(--v-theme-secondary));
}
.wiring-row .elbow {
  position: absolute;
  left: calc((var(--depth) - 1) * 34px + 15px);
  top: 0;
  width: 34px;
  height: 68px;
  border-left: 3px solid rgb(var(--v-theme-secondary));
  border-bottom: 3px solid rgb(var(--v-theme-secondary));
}
.wiring-row .elbow.is-new {
  border-color: var(--wire);
  border-width: 0 0 5px 5px;
}
.wiring-row .elbow.is-temporary {
  border-style: dashed;
}
.wiring-row .elbow.is-remove {
  border-style: dotted;
  opacity: 0.7;
}
.wiring-run {
  display: block;
  text-align: left;
  min-height: 44px;
  padding: 2px 8px 2px 12px;
  font-size: 14px;
  color: rgb(var(--v-theme-secondary));
  line-height: 1.25;
  max-width: 100%;
}
.wiring-run.standby {
  border-left: 3px dashed rgb(var(--v-theme-secondary));
  margin-left: 14px;
}
.wiring-run:hover,
.wiring-run.picked {
  background: rgb(var(--v-theme-wash));
  border-radius: 3px;
}
.wiring-node {
  display: grid;
  grid-template-columns: 30px 1fr auto;
  align-items: center;
  gap: 8px;
  width: 100%;
  max-width: 620px;
  min-height: 48px;
  padding: 4px 10px 4px 0;
  text-align: left;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 3px;
  position: relative;
  line-height: 1.2;
}
.wiring-node .mark {
  width: 22px;
  height: 30px;
  margin-left: 6px;
  border: 1.6px solid rgb(var(--v-theme-on-surface));
  background: rgb(var(--v-theme-wash));
}
.wiring-node.sources .mark {
  border-radius: 50%;
  height: 22px;
}
.wiring-node.is-new {
  border: 2px solid var(--wire);
}
.wiring-node.is-temporary {
  border-style: dashed;
  border-color: rgb(var(--v-theme-warning));
}
.wiring-node.is-remove {
  border-style: dotted;
}
.wiring-node.picked {
  background: rgb(var(--v-theme-wash));
  outline: 2px solid rgb(var(--v-theme-primary));
}
.places {
  padding: 0 14px;
}
.rod-chip {
  border-left: 4px solid rgb(var(--v-theme-success));
  font-size: 14px;
}
.wiring-row[style*='--depth: 0'] {
  margin-top: 10px;
}
@media (max-width: 900px) {
  .wiring-row {
    padding-left: calc(var(--depth) * 14px);
  }
  .wiring-row .trunk {
    left: calc(var(--at) * 14px + 4px);
  }
  .wiring-row .elbow {
    left: calc((var(--depth) - 1) * 14px + 4px);
    width: 12px;
  }
}
</style>

<style src="./survey.css"></style>
