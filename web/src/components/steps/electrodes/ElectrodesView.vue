<script setup lang="ts">
import { useCalculator } from '../../../composables/useCalculator'
import { computed, ref, watch } from 'vue'
import type { Cure } from '../../../api/client'
import { useAdding } from '../../../composables/useAdding'
import { useWidth } from '../../../composables/useWidth'
import { ohms } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CallsList from '../../parts/CallsList.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import GroundPicture from './GroundPicture.vue'
import PartEditor from '../survey/PartEditor.vue'
import MoreElectrodes from './MoreElectrodes.vue'
import SoilFields from './SoilFields.vue'
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
</script>

<template>
  <main class="sizing">
    <div ref="frame" class="center">
      <div class="center-scroll loads">
        <div class="ways" role="group" aria-label="Building">
          <span class="ways-title">Building</span>
          <v-way-button
            v-for="[key, b] in buildings"
            :key="key"
            :class="{ chosen: key === id }"
            :aria-pressed="key === id"
            @click="wanted = key">
            {{ b.name }}
          </v-way-button>
        </div>
        <FirstStep v-if="!plan" :title="$fill('No building with a {panel} yet')" />
        <template v-else>
          <GroundPicture v-if="answer" :answer="answer" :width="width" />
          <p v-if="trouble" class="bad legs-words" role="alert">{{ trouble }}</p>
          <div class="load-tools"><v-act-button @click="adding.electrodeAt(id)">Add an electrode</v-act-button></div>
          <MoreElectrodes v-if="answer?.known" :answer="answer" @take="take($event)" />
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
        <SoilFields :building="id" />
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
        <h2><v-fold-button :aria-expanded="working" @click="working = !working">How it was worked</v-fold-button></h2>
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

<style src="./electrodes.css"></style>
