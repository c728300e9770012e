<script setup lang="ts">
import { computed } from 'vue'
import { useJob } from '../../../state/job'
import { STEPS } from '../../../state/steps'
import { fill } from '../../../state/terms'

/** What the property is, as far as it was noted, and what is open in which step. */
const store = useJob()
const job = computed(() => store.job)
const buildings = computed(() =>
  Object.entries(job.value?.buildings ?? {}).map(([key, one]) => ({
    key,
    name: one.name,
    cans: Object.values(job.value?.enclosures ?? {}).filter((can) => can.building === key && can.status !== 'remove'),
    electrodes: Object.values(job.value?.electrodes ?? {}).filter((e) => e.building === key && e.status !== 'remove'),
  })),
)
const sources = computed(() => Object.entries(job.value?.sources ?? {}))
const runs = computed(() => Object.values(job.value?.runs ?? {}))
const fresh = computed(() => runs.value.filter((run) => run.status === 'new' || run.status === 'temporary').length)
const gone = computed(() => runs.value.filter((run) => run.status === 'remove').length)
const open = computed(() =>
  STEPS.map((step) => {
    const found = (store.plan?.findings ?? []).filter((one) => one.step === step.key)
    const cure = found.filter((one) => one.severity === 'stop' || one.severity === 'fix').length
    const look = found.filter((one) => one.severity === 'check').length
    return { ...step, cure, look }
  }).filter((one) => one.cure || one.look),
)
const counted = (count: number, one: string, more: string): string => `${count} ${fill(count === 1 ? one : more)}`
</script>

<template>
  <section class="part-panel" :aria-label="$fill('The property')">
    <template v-if="sources.length || buildings.length">
      <h1>{{ counted(buildings.length, 'building', 'buildings') }}</h1>
      <p>
        {{ counted(runs.length, 'run', 'runs') }}<template v-if="fresh">, {{ fresh }} of them new</template
        ><template v-if="gone">, {{ gone }} to be taken out</template>.
      </p>
      <ul class="plain-list">
        <li v-for="[key, one] in sources" :key="key">
          <button class="cite" @click="store.pick('sources', key)">{{ one.name }}</button><template
            v-if="one.rating_kva"
            >, {{ one.rating_kva }} kVA</template
          >
        </li>
        <li v-for="one in buildings" :key="one.key">
          <button class="cite" @click="store.pick('buildings', one.key)">{{ one.name }}</button>:
          {{ counted(one.cans.length, '{can}', '{cans}') }},
          {{ counted(one.electrodes.length, 'electrode', 'electrodes') }}
        </li>
      </ul>
      <h2>What is open</h2>
      <ul v-if="open.length" class="plain-list">
        <li v-for="one in open" :key="one.key">
          <router-link class="open-step" :to="`/jobs/${store.state?.id}/${one.key}`">{{ one.title }}</router-link>:
          <template v-if="one.cure">{{ one.cure }} to cure</template><template v-if="one.cure && one.look">, </template
          ><template v-if="one.look">{{ one.look }} to look at</template>
        </li>
      </ul>
      <p v-else>Nothing that the plan knows of.</p>
    </template>
    <template v-else>
      <h1>Nothing noted yet</h1>
      <p>Begin with a guided start, or add what is there.</p>
    </template>
    <p class="because">
      Press a part of the property to see and change what was noted. Everything is there already, new, for now only, or
      to remove.
    </p>
    <p class="standing">{{ store.plan?.deference }}</p>
  </section>
</template>

<style scoped>
.open-step {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  min-width: 44px;
}
</style>
