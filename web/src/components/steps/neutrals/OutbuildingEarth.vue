<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Cure } from '../../../api/client'
import { useCalculator } from '../../../composables/useCalculator'
import { useJob } from '../../../state/job'

/** Both ways to earth the building at the end of the way, each solved as the real circuit it makes. */
const store = useJob()
const { answer, trouble, ask, forget } = useCalculator('/api/calc/outbuilding-earth')
const building = computed(() => {
  const job = store.job
  const runs = store.way?.runs ?? []
  const into = runs
    .map((id) => job?.runs[id])
    .filter((run) => {
      const here = run && job?.enclosures[run.target]?.building
      const there = run && job?.enclosures[run.origin]?.building
      return here && there && here !== there
    })
    .at(-1)
  return into ? (job?.enclosures[into.target]?.building ?? '') : ''
})

watch(
  [() => store.state?.revision, building],
  async ([, now], [, before]) => {
    if (now !== before) forget() // another building's answer must not be pressed here
    if (store.state && building.value) await ask({ job: store.state.job, building: building.value })
  },
  { immediate: true },
)

function take(cure: Cure): void {
  void store.take(cure)
}
</script>

<template>
  <section v-if="building" class="outbuilding">
    <h2>Earth of {{ store.job?.buildings[building]?.name }}: both ways</h2>
    <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
    <p v-else-if="!answer" class="standing">Solving both.</p>
    <article
      v-for="one in answer?.choices ?? []"
      :key="one.key"
      class="way-card"
      :class="{ current: one.taken, fails: one.dangerous }">
      <h3>
        The supply's earth {{ one.title }} <em v-if="one.taken">as planned</em
        ><em v-if="one.dangerous" class="bad">Danger</em>
      </h3>
      <dl class="touch-list">
        <div>
          <dt>A fault in its board</dt>
          <dd>{{ one.fault_words }}</dd>
        </div>
        <div>
          <dt>The supply's neutral lost</dt>
          <dd :class="{ bad: (one.lost_neutral_v ?? 0) > 0 && one.dangerous }">{{ one.lost_neutral_words }}</dd>
        </div>
      </dl>
      <p v-if="one.assumed" class="standing">{{ one.assumed }}.</p>
      <v-act-button v-if="!one.taken" @click="take(one.cure)">{{ one.cure.words }}</v-act-button>
    </article>
  </section>
</template>

<style scoped>
.touch-list {
  display: grid;
  gap: 4px;
  padding: 4px 0 8px;
}
</style>
