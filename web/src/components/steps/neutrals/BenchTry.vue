<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from './useBench'
import { useJob } from '../../../state/job'

/** What can be tried in one press each, and together. */
const bench = useBench()
const store = useJob()
/** What a press tries, as the core offers it; any other figure goes by the calculator. */
const loose_ohm = computed(() => bench.answer?.loose_ohm ?? null)
const stray_v = computed(() => bench.answer?.stray_v ?? 0)
const trial = computed(() => bench.trial)
const calm = computed(() => !bench.tried.length)
const far = computed(() => (store.way ? (store.job?.runs[store.way.id]?.target ?? '') : ''))
const cans = computed(() => Object.entries(store.job?.enclosures ?? {}).filter(([, c]) => c.status !== 'remove'))
const loads = computed(() => Object.entries(store.job?.loads ?? {}).filter(([, l]) => l.status !== 'remove'))
const pipes = computed(() =>
  Object.entries(store.job?.buildings ?? {}).filter(([, b]) => b.metallic_path || b.water_pipe === 'metal'),
)
</script>

<template>
  <div class="ways bench-try" role="group" aria-label="Try">
    <span class="ways-title">Try</span>
    <button class="way" :class="{ chosen: calm }" :aria-pressed="calm" @click="bench.clear()">Working load</button>
    <button
      class="way"
      :class="{ chosen: trial.balanced }"
      :aria-pressed="trial.balanced"
      @click="bench.set({ balanced: !trial.balanced })">
      Balanced load
    </button>
    <button
      v-for="s in bench.answer?.states.filter((one) => one.key)"
      :key="s.key"
      class="way"
      :class="{ chosen: trial.state === s.key }"
      :aria-pressed="trial.state === s.key"
      @click="bench.set({ state: trial.state === s.key ? '' : s.key })">
      {{ s.name }}
    </button>
    <button
      v-if="far"
      class="way"
      :class="{ chosen: trial.soil_fault === far }"
      :aria-pressed="trial.soil_fault === far"
      @click="bench.soilFault(far)">
      {{ $fill('{Hot_wire} in the soil') }}
    </button>
    <label class="run-select"
      >Case fault
      <select
        :value="trial.case_fault ?? ''"
        @change="bench.set({ case_fault: ($event.target as HTMLSelectElement).value || null, soil_fault: null })">
        <option value="">nowhere</option>
        <optgroup label="Cans">
          <option v-for="[key, can] in cans" :key="key" :value="key">{{ can.name }}</option>
        </optgroup>
        <optgroup label="Loads">
          <option v-for="[key, load] in loads" :key="key" :value="key">{{ load.name }}</option>
        </optgroup>
      </select>
    </label>
    <button
      v-for="[key, b] in pipes"
      :key="key"
      class="way"
      :class="{ chosen: trial.plastic.includes(key) }"
      :aria-pressed="trial.plastic.includes(key)"
      @click="bench.toggle('plastic', key)">
      Plastic pipe, {{ b.name }}
    </button>
    <button
      v-for="[key, b] in pipes"
      :key="`n${key}`"
      class="way"
      :class="{ chosen: trial.neighbor_pipe.includes(key) }"
      :aria-pressed="trial.neighbor_pipe.includes(key)"
      @click="bench.toggle('neighbor_pipe', key)">
      {{ $fill('Pipe to a {neighbor}') }}, {{ b.name }}
    </button>
    <button
      v-if="trial.case_fault"
      class="way"
      :class="{ chosen: trial.loose_ohm !== null }"
      :aria-pressed="trial.loose_ohm !== null"
      @click="bench.set({ loose_ohm: trial.loose_ohm === null ? loose_ohm : null })">
      Loose contact, {{ loose_ohm }} Ω
    </button>
    <button
      class="way"
      :class="{ chosen: trial.neutral_v > 0 }"
      :aria-pressed="trial.neutral_v > 0"
      @click="bench.set({ neutral_v: trial.neutral_v ? 0 : stray_v })">
      {{ stray_v }} V on the {{ $fill('{utility}') }}’s neutral
    </button>
    <button
      class="way"
      :class="{ chosen: trial.frozen }"
      :aria-pressed="trial.frozen"
      @click="bench.set({ frozen: !trial.frozen })">
      Frozen soil
    </button>
  </div>
</template>
