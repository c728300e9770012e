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
const places = computed(() => [
  { value: '', title: 'nowhere' },
  { type: 'subheader', title: 'Cans' },
  ...cans.value.map(([value, can]) => ({ value, title: can.name })),
  { type: 'subheader', title: 'Loads' },
  ...loads.value.map(([value, load]) => ({ value, title: load.name })),
])
const pipes = computed(() =>
  Object.entries(store.job?.buildings ?? {}).filter(([, b]) => b.metallic_path || b.water_pipe === 'metal'),
)
</script>

<template>
  <div class="ways bench-try" role="group" aria-label="Try">
    <span class="ways-title">Try</span>
    <v-way-button :class="{ chosen: calm }" :aria-pressed="calm" @click="bench.clear()">Working load</v-way-button>
    <v-way-button
      :class="{ chosen: trial.balanced }"
      :aria-pressed="trial.balanced"
      @click="bench.set({ balanced: !trial.balanced })">
      Balanced load
    </v-way-button>
    <v-way-button
      v-for="s in bench.answer?.states.filter((one) => one.key)"
      :key="s.key"
      :class="{ chosen: trial.state === s.key }"
      :aria-pressed="trial.state === s.key"
      @click="bench.set({ state: trial.state === s.key ? '' : s.key })">
      {{ s.name }}
    </v-way-button>
    <v-way-button
      v-if="far"
      :class="{ chosen: trial.soil_fault === far }"
      :aria-pressed="trial.soil_fault === far"
      @click="bench.soilFault(far)">
      {{ $fill('{Hot_wire} in the soil') }}
    </v-way-button>
    <v-select
      class="pick"
      label="Case fault"
      :model-value="trial.case_fault ?? ''"
      :items="places"
      @update:model-value="bench.set({ case_fault: $event || null, soil_fault: null })" />
    <v-way-button
      v-for="[key, b] in pipes"
      :key="key"
      :class="{ chosen: trial.plastic.includes(key) }"
      :aria-pressed="trial.plastic.includes(key)"
      @click="bench.toggle('plastic', key)">
      Plastic pipe, {{ b.name }}
    </v-way-button>
    <v-way-button
      v-for="[key, b] in pipes"
      :key="`n${key}`"
      :class="{ chosen: trial.neighbor_pipe.includes(key) }"
      :aria-pressed="trial.neighbor_pipe.includes(key)"
      @click="bench.toggle('neighbor_pipe', key)">
      {{ $fill('Pipe to a {neighbor}') }}, {{ b.name }}
    </v-way-button>
    <v-way-button
      v-if="trial.case_fault"
      :class="{ chosen: trial.loose_ohm !== null }"
      :aria-pressed="trial.loose_ohm !== null"
      @click="bench.set({ loose_ohm: trial.loose_ohm === null ? loose_ohm : null })">
      Loose contact, {{ loose_ohm }} Ω
    </v-way-button>
    <v-way-button
      :class="{ chosen: trial.neutral_v > 0 }"
      :aria-pressed="trial.neutral_v > 0"
      @click="bench.set({ neutral_v: trial.neutral_v ? 0 : stray_v })">
      {{ stray_v }} V on the {{ $fill('{utility}') }}’s neutral
    </v-way-button>
    <v-way-button
      :class="{ chosen: trial.frozen }"
      :aria-pressed="trial.frozen"
      @click="bench.set({ frozen: !trial.frozen })">
      Frozen soil
    </v-way-button>
  </div>
</template>
