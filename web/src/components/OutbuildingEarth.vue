<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { client, problemText, type Cure, type Problem, type Schemas } from '../api/client'
import { useJob } from '../state/job'

/** Both ways to earth the building at the end of the way, each solved as the real circuit it makes. */
const store = useJob()
const answer = ref<Schemas['OutbuildingAnswer'] | null>(null)
const trouble = ref('')
const building = computed(() => {
  const job = store.job
  const runs = store.way?.runs ?? []
  const into = runs.map((id) => job?.runs[id]).filter((run) => {
    const here = run && job?.enclosures[run.target]?.building
    const there = run && job?.enclosures[run.origin]?.building
    return here && there && here !== there
  }).at(-1)
  return into ? (job?.enclosures[into.target]?.building ?? '') : ''
})
let ticket = 0

watch([() => store.state?.revision, building], async ([, now], [, before]) => {
  if (now !== before) answer.value = null // another building's answer must not be pressed here
  if (!store.state || !building.value) return
  const mine = ++ticket
  const { data, error } = await client.POST('/api/calc/outbuilding-earth', { body: { job: store.state.job, building: building.value } })
  if (mine !== ticket) return
  answer.value = data ?? null
  trouble.value = data ? '' : problemText(error as Problem)
}, { immediate: true })

function take(cure: Cure): void {
  void store.take(cure)
}
</script>

<template>
  <section v-if="building" class="outbuilding">
    <h2>Earth of {{ store.job?.buildings[building]?.name }}: both ways</h2>
    <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
    <p v-else-if="!answer" class="standing">Solving both.</p>
    <article v-for="one in answer?.choices ?? []" :key="one.key" class="way-card" :class="{ current: one.taken, fails: one.dangerous }">
      <h3>The supply's earth {{ one.title }} <em v-if="one.taken">as planned</em><em v-if="one.dangerous" class="bad">Danger</em></h3>
      <dl class="touch-list">
        <div><dt>A fault in its board</dt><dd>{{ one.fault_words }}</dd></div>
        <div><dt>The supply's neutral lost</dt><dd :class="{ bad: (one.lost_neutral_v ?? 0) > 0 && one.dangerous }">{{ one.lost_neutral_words }}</dd></div>
      </dl>
      <p v-if="one.assumed" class="standing">{{ one.assumed }}.</p>
      <button v-if="!one.taken" class="cure" @click="take(one.cure)">{{ one.cure.words }}</button>
    </article>
  </section>
</template>
