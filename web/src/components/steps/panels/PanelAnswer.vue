<script setup lang="ts">
import { computed } from 'vue'
import { amperes } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import { usePanel } from './usePanel'

/** What a panel comes to without a device pressed: how its legs carry, its room, what is wrong in it. */
const panel = usePanel()
const store = useJob()
const plan = computed(() => panel.plan)
const WORDS: Record<string, string> = { stop: 'Stop', fix: 'Fix', check: 'Check', note: 'Note' }
const wrong = computed(() => {
  const mine = new Set((plan.value?.circuits ?? []).map((one) => one.id))
  return (store.plan?.findings ?? []).filter((one) => {
    const [, kind, key] = one.where.split('/')
    const here = kind === 'circuits' ? mine.has(key ?? '') : kind === 'enclosures' && key === panel.key
    return here && one.severity !== 'holds'
  })
})
</script>

<template>
  <section class="part-panel" aria-label="The panel">
    <template v-if="plan">
      <h1>{{ plan.name }}</h1>
      <p v-if="plan.fed_from">Fed from {{ plan.fed_from }}.</p>
      <h2>Balance</h2>
      <p v-if="plan.one_line">{{ amperes(plan.connected_1_a) }} connected.</p>
      <p v-else>
        {{ amperes(plan.connected_1_a) }} on leg 1, {{ amperes(plan.connected_2_a) }} on leg 2; the neutral brings back
        {{ amperes(plan.connected_neutral_a) }}.
      </p>
      <p v-if="plan.unknown_loads" class="because">
        {{ plan.unknown_loads }} of {{ plan.circuits.length }} loads are not known and not in it.
      </p>
      <h2>Room</h2>
      <p>{{ plan.room }}.</p>
      <p v-if="plan.waiting.length">{{ plan.waiting.length }} without a place yet.</p>
      <h2>What is wrong</h2>
      <p v-if="!wrong.length">Nothing that was found.</p>
      <ul v-else class="part-findings">
        <li v-for="one in wrong" :key="one.code + one.where + one.text" :class="one.severity">
          <b>{{ WORDS[one.severity] }}</b> {{ one.text }}
          <div class="part-buttons">
            <v-act-button v-for="cure in one.cures" :key="cure.words" @click="store.take(cure)">
              {{ cure.words }}
            </v-act-button>
          </div>
        </li>
      </ul>
      <p class="standing">
        Press a device: its wire, its load and what it must be stand here. Drag it, or use the arrow keys; with Shift,
        or dropped on another, two change places.
      </p>
    </template>
    <template v-else>
      <h1>No panel drawn yet</h1>
      <p>{{ $fill('Say how many {spaces} a {panel} has, then write down what is in it.') }}</p>
    </template>
  </section>
</template>
