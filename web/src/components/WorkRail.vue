<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useJob } from '../state/job'
import { STEPS } from '../state/steps'

const props = defineProps<{ step: string }>()
const store = useJob()
const router = useRouter()
const open = computed(() => store.plan?.findings.filter((f) => f.severity === 'stop' || f.severity === 'fix').length ?? 0)
const bonds = computed(() => store.plan?.findings.filter((f) => f.severity === 'stop' && /bond_found|ground_bar_found/.test(f.where)).length ?? 0)
const hard = computed(() => store.plan?.findings.filter((f) => f.severity === 'fix' && /^\/runs\/[^/]+\/segments\//.test(f.where)).length ?? 0)
const items = computed(() => STEPS.map((s, i) => ({ ...s, number: i + 1, note: noteOf(s.key, s.built) })))

function noteOf(key: string, built: boolean): string {
  if (!built) return 'not built'
  if (key === 'survey') return `${Object.keys(store.job?.enclosures ?? {}).length} cans`
  if (key === 'loads') return `${Object.keys(store.plan?.loads ?? {}).length} loads`
  if (key === 'electrodes') return `${Object.values(store.job?.electrodes ?? {}).filter((e) => e.status !== 'remove').length} noted`
  if (key === 'route') return hard.value ? `${hard.value} to cure` : 'nothing to cure'
  if (key === 'neutrals') return bonds.value ? `${bonds.value} to cure` : 'nothing to cure'
  if (key === 'sizing') return open.value ? `${open.value} open` : store.run_id ? 'nothing open' : 'nothing yet'
  return store.state ? `rev ${store.state.revision}` : ''
}

function go(event: Event): void {
  void router.push(`/jobs/${store.state?.id}/${(event.target as HTMLSelectElement).value}`)
}
</script>

<template>
  <nav class="rail" aria-label="Order of work">
    <router-link v-for="item in items" :key="item.key" :to="`/jobs/${store.state?.id}/${item.key}`" class="rail-step"
      :class="{ here: item.key === props.step, unbuilt: !item.built }" :aria-current="item.key === props.step ? 'page' : undefined">
      <span>{{ item.number }} {{ item.title }}</span><small>{{ item.note }}</small>
    </router-link>
    <label class="rail-select">Step
      <select :value="props.step" @change="go">
        <option v-for="item in items" :key="item.key" :value="item.key">{{ item.number }} {{ item.title }}{{ item.built ? '' : ' (not built)' }}</option>
      </select>
    </label>
  </nav>
</template>
