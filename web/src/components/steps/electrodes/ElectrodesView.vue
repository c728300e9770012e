<script setup lang="ts">
import { useCalculator } from '../../../composables/useCalculator'
import { computed, ref, watch } from 'vue'
import type { Cure, Operation } from '../../../api/client'
import { useAdding } from '../../../composables/useAdding'
import { useWidth } from '../../../composables/useWidth'
import { lengthText, money, ohms, parseLength, parseMeasure } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CallsList from '../../parts/CallsList.vue'
import CommitField from '../../parts/CommitField.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import GroundPicture from './GroundPicture.vue'
import PartEditor from '../survey/PartEditor.vue'
import ReadingsPanel from './ReadingsPanel.vue'
import WorkLines from '../../parts/WorkLines.vue'
import FirstStep from '../../frame/FirstStep.vue'

/** Electrodes of a building: needed or not, what they come to, what more would give, and what was measured. */
const store = useJob()
const adding = useAdding()
const frame = ref<HTMLElement | null>(null)
const width = useWidth(frame, 760)
const wanted = ref('')
const { answer, trouble, ask, forget } = useCalculator('/api/calc/ground')
const working = ref(false)
const buildings = computed(() => Object.entries(store.job?.buildings ?? {}).filter(([id]) => store.plan?.buildings[id]))
const id = computed(() =>
  buildings.value.some(([key]) => key === wanted.value) ? wanted.value : (buildings.value[0]?.[0] ?? ''),
)
const plan = computed(() => store.plan?.buildings[id.value])
const picked = computed(() =>
  store.part?.kind === 'electrodes' && store.job?.electrodes[store.part.key]?.building === id.value
    ? store.part.key
    : '',
)
const soil = computed(() => store.job?.soil ?? null)

watch(
  () => store.part,
  (part) => {
    const building = part?.kind === 'electrodes' ? store.job?.electrodes[part.key]?.building : undefined
    if (building) wanted.value = building
  },
  { immediate: true },
)

watch(
  [() => store.state?.revision, id],
  async ([, now], [, before]) => {
    if (now !== before) forget() // another building's answer must not be pressed here
    if (store.job && id.value) await ask({ job: store.job, building: id.value, fault_a: 10 })
  },
  { immediate: true },
)

function take(cure: Cure | null): void {
  if (cure) void store.take(cure)
}

function setSoil(field: string, value: number | null): void {
  const operation: Operation = soil.value
    ? { op: 'add', path: `/soil/${field}`, value }
    : { op: 'add', path: '/soil', value: { upper_ohm_m: 100, [field]: value } }
  void store.edit([operation])
}

function setBare(value: number | null): void {
  void store.edit([{ op: 'add', path: `/buildings/${id.value}/bare_wire_m`, value }])
}
</script>

<template>
  <main class="sizing">
    <div ref="frame" class="center">
      <div class="center-scroll loads">
        <div class="ways" role="group" aria-label="Building">
          <span class="ways-title">Building</span>
          <button
            v-for="[key, b] in buildings"
            :key="key"
            class="way"
            :class="{ chosen: key === id }"
            :aria-pressed="key === id"
            @click="wanted = key">
            {{ b.name }}
          </button>
        </div>
        <FirstStep v-if="!plan" :title="$fill('No building with a {panel} yet')" />
        <template v-else>
          <GroundPicture v-if="answer" :answer="answer" :width="width" />
          <p v-if="trouble" class="bad legs-words" role="alert">{{ trouble }}</p>
          <div class="load-tools"><button class="cure" @click="adding.electrodeAt(id)">Add an electrode</button></div>
          <template v-if="answer?.known">
            <h2 class="survey-title">How many more, how deep, or which kind</h2>
            <table class="other-ways more-table">
              <thead>
                <tr>
                  <th>With</th>
                  <th class="number">Together</th>
                  <th>Gain</th>
                  <th class="number">Cost</th>
                  <th><span class="sr-only">Take it</span></th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="m in answer.more" :key="m.words">
                  <td>{{ m.words }}</td>
                  <td class="number">{{ ohms(m.resistance_ohm) }}</td>
                  <td>
                    <span class="gain"
                      ><svg width="100%" height="10" aria-hidden="true">
                        <rect class="used" :width="`${Math.max(0, m.gain_percent)}%`" height="10" /></svg
                      >{{ Math.round(m.gain_percent) }} %</span
                    >
                  </td>
                  <td class="number">{{ money(m.cost) }}</td>
                  <td>
                    <button v-if="m.cure" class="cure" :aria-label="m.cure.words" @click="take(m.cure)">Take</button>
                  </td>
                </tr>
              </tbody>
            </table>
            <template v-if="answer.rods.length">
              <h2 class="survey-title">Rods at this spacing, as a share of one</h2>
              <table class="other-ways more-table">
                <thead>
                  <tr>
                    <th>Rods</th>
                    <th class="number">Computed</th>
                    <th class="number">Rule of the field</th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="row in answer.rods" :key="row.rods">
                    <td>{{ row.rods }}</td>
                    <td class="number">{{ Math.round(row.computed_percent) }} %</td>
                    <td class="number">{{ Math.round(row.rule_percent) }} %</td>
                  </tr>
                </tbody>
              </table>
            </template>
          </template>
          <ReadingsPanel v-if="answer" :building="id" :answer="answer" @take="take($event)" />
        </template>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer">
      <section class="part-panel" aria-label="The answer">
        <p class="run-name">Electrodes, {{ plan?.name }}</p>
        <h1 aria-live="polite">{{ answer ? answer.headline : 'Working it out' }}</h1>
        <p v-if="plan">
          {{ plan.electrode_required ? 'Electrodes are required here.' : 'No electrode is required here.' }}{{ ' '
          }}<template v-if="plan.electrode_required && plan.rods_wanted"
            >{{ plan.rods_present }} of {{ plan.rods_wanted }} rods are there.</template
          >
        </p>
        <template v-if="answer?.known">
          <p>
            <b>{{ answer.clears }}</b>
          </p>
          <p class="standing">
            10 A into the ground lift everything that is joined to them by {{ Math.round(answer.lifted_v ?? 0) }} V: at
            the worst place {{ Math.round(answer.touch_v ?? 0) }} V to the soil a metre away,
            {{ Math.round(answer.step_v ?? 0) }} V between two feet. Frozen, {{ ohms(answer.frozen_ohm ?? 0) }}.
          </p>
        </template>
        <h2>Soil</h2>
        <div class="fields">
          <CommitField
            label="Upper layer, Ωm"
            :shown="soil ? String(soil.upper_ohm_m) : ''"
            hint="read it, or guess 100"
            :parse="(t) => parseMeasure(t, 'ohm_metres')"
            :understood="(v) => `${v} Ωm`"
            wrong="Ohm metres"
            @commit="setSoil('upper_ohm_m', $event)" />
          <CommitField
            label="Down to"
            :shown="soil?.depth_m ? lengthText(soil.depth_m, store.units) : ''"
            hint="one layer"
            empty-ok
            :parse="(t) => parseLength(t, store.units)"
            :understood="(v) => lengthText(v, store.units)"
            wrong="A depth, for example 5 ft"
            @commit="setSoil('depth_m', $event)" />
          <CommitField
            label="Lower layer, Ωm"
            :shown="soil?.lower_ohm_m ? String(soil.lower_ohm_m) : ''"
            hint="one layer"
            empty-ok
            :parse="(t) => parseMeasure(t, 'ohm_metres')"
            :understood="(v) => `${v} Ωm`"
            wrong="Ohm metres"
            @commit="setSoil('lower_ohm_m', $event)" />
          <CommitField
            label="Upper when driest"
            :shown="`${soil?.dry_percent ?? 200} %`"
            :parse="(t) => parseMeasure(t, 'percent')"
            :understood="(v) => `${v} %`"
            wrong="Percent of the figure above"
            @commit="setSoil('dry_percent', $event)" />
          <CommitField
            label="Bare wire, depth"
            :shown="
              store.job?.buildings[id]?.bare_wire_m
                ? lengthText(store.job.buildings[id]!.bare_wire_m!, store.units)
                : ''
            "
            hint="none in the soil"
            empty-ok
            :parse="(t) => parseLength(t, store.units)"
            :understood="(v) => lengthText(v, store.units)"
            wrong="A depth, for example 18 in"
            @commit="setBare($event)" />
        </div>
        <template v-if="picked"
          ><h2>{{ store.job?.electrodes[picked]?.name }}</h2>
          <PartEditor kind="electrodes" :part="picked"
        /></template>
        <CallsList
          v-if="plan"
          :calls="plan.calls.filter((c) => c.name === 'rods' || c.name === 'rock' || c.name === 'legacy_feed')" />
        <details v-for="group in plan?.working ?? []" :key="group.key">
          <summary>
            <b>{{ group.title }}</b> <span>{{ group.answer }}</span>
          </summary>
          <WorkLines :lines="group.lines" />
        </details>
        <h2><button class="toggle" :aria-expanded="working" @click="working = !working">How it was worked</button></h2>
        <template v-if="working"
          ><div v-for="group in answer?.working ?? []" :key="group.key" class="work-group">
            <h3>{{ group.title }}</h3>
            <WorkLines :lines="group.lines" /></div
        ></template>
        <aside class="cautions" aria-label="Cautions">
          <p>
            Have the ground located before driving. A rod finds gas, water and cable in the dark. Not during lightning.
          </p>
          <p>
            {{
              $fill(
                'Never open an electrode conductor on a live {service} to clamp or test: ' +
                  'it may carry current, and lifts voltages.',
              )
            }}
          </p>
          <p class="standing">{{ store.plan?.deference }}</p>
        </aside>
      </section>
    </div>
  </main>
</template>

<style scoped>
.more-table {
  margin: 0 14px;
  width: calc(100% - 28px);
}
.gain {
  display: grid;
  grid-template-columns: 1fr 48px;
  align-items: center;
  gap: 8px;
  min-width: 110px;
}
</style>

<style src="./electrodes.css"></style>
