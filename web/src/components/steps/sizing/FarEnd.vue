<script setup lang="ts">
import { computed } from 'vue'
import { amperes } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CallsList from '../../parts/CallsList.vue'
import WorkLines from '../../parts/WorkLines.vue'

const store = useJob()
const ends = computed(() => {
  const run = store.run_plan
  return run ? [run.origin, run.target].flatMap((id) => store.plan?.enclosures[id] ?? []) : []
})
const building = computed(() => {
  const can = store.run_plan ? store.job?.enclosures[store.run_plan.target] : undefined
  return can ? store.plan?.buildings[can.building] : undefined
})
const BOND: Record<string, string> = { bonded: 'bonded here', separate: 'kept apart' }
const rods = computed(() => {
  const b = building.value
  if (!b) return ''
  if (!b.electrode_required) return 'not required'
  return b.rods_wanted
    ? `required, ${b.rods_wanted} rod${b.rods_wanted > 1 ? 's' : ''}, ${b.rods_present} there`
    : 'required, the one there serves'
})
</script>

<template>
  <section class="far-end">
    <h2>At both ends</h2>
    <details v-for="end in ends" :key="end.id">
      <summary>
        <b>{{ end.id }} {{ end.name }}</b>
        <span
          >{{ $fill('{neutral_and_ground}') }} {{ BOND[end.bond]
          }}<em v-if="!end.agrees" class="bad"> found {{ end.bond_found }}</em></span
        >
      </summary>
      <WorkLines :lines="end.working" />
      <template v-if="end.fault_a !== null"
        ><p class="fault">
          A fault here reaches <b>{{ amperes(end.fault_a) }}</b>
          {{ store.options?.one_line ? 'line to neutral' : 'line to line'
          }}<template v-if="end.fault_to_neutral_a && !store.options?.one_line"
            >, <b>{{ amperes(end.fault_to_neutral_a) }}</b> line to neutral</template
          >; devices of {{ (end.interrupting_least_a ?? 0) / 1000 }} kA.
        </p>
        <WorkLines :lines="end.fault_working"
      /></template>
    </details>
    <template v-if="building">
      <details v-for="group in building.working" :key="group.key">
        <summary>
          <b>{{ group.title }}, {{ building.name }}</b>
          <span>{{
            group.key === 'electrodes'
              ? rods
              : group.key === 'disconnect' && building.disconnect_least_a
                ? `at the building, ${amperes(building.disconnect_least_a)} or more`
                : group.answer
          }}</span>
        </summary>
        <WorkLines :lines="group.lines" />
      </details>
      <CallsList :calls="building.calls" />
    </template>
  </section>
</template>
