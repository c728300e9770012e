<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { amperes, depthText, figure, lengthText, percent, volts, withUnit } from '../../../format/quantities'
import { useJob } from '../../../state/job'

/** The answer of a run as it is printed. */
const props = defineProps<{ plan: Schemas['RunPlan']; building: Schemas['BuildingPlan'] | undefined }>()
const store = useJob()
const conductors = computed(() => props.building?.working.filter((group) => group.key.startsWith('conductor')) ?? [])
const ends = computed(() => [props.plan.origin, props.plan.target].flatMap((key) => store.plan?.enclosures[key] ?? []))
const cover = computed(() => Math.max(0, ...props.plan.segments.map((s) => s.cover_m ?? 0)))

/** Residual-current and ground-fault devices on the way, as they are noted. */
const guards = computed(() =>
  (store.way?.runs ?? []).flatMap((key) => {
    const run = store.job?.runs[key]
    if (!run) return []
    if (run.residual_ma) return [`${run.name}: residual-current device of ${run.residual_ma} mA`]
    return run.gfci ? [`${run.name}: device with ground-fault protection for people`] : []
  }),
)
</script>

<template>
  <table class="sheet-answer">
    <tbody>
      <tr>
        <th>Conductors</th>
        <td>
          {{ plan.headline }}, {{ plan.insulation }}:
          <template v-for="(wire, i) in plan.wires" :key="wire.role"
            >{{ i ? '; ' : '' }}{{ wire.name }}: {{ wire.size_name }}, {{ wire.color }}</template
          >
        </td>
      </tr>
      <tr>
        <th>Route</th>
        <td>
          {{ lengthText(plan.length_m, store.units) }};
          <template v-for="(s, i) in plan.segments" :key="i"
            >{{ i ? ', ' : '' }}{{ lengthText(s.to_m - s.from_m, store.units) }} {{ s.pipe_name || s.method_name }}
            {{ s.place }}</template
          ><template v-if="cover">; cover {{ depthText(cover, store.units) }}</template>
        </td>
      </tr>
      <tr>
        <th>Load and drop</th>
        <td>
          {{ amperes(plan.load_a) }}, of it continuous {{ amperes(plan.continuous_a) }}; {{ volts(plan.drop_v) }},
          {{ percent(plan.drop_percent) }} this run, {{ percent(plan.way_percent) }} whole way
        </td>
      </tr>
      <tr v-for="end in ends" :key="end.id">
        <th>{{ end.name }}</th>
        <td>
          {{ $fill('{Neutral_and_ground}') }} {{ end.bond === 'bonded' ? 'bonded here' : 'kept apart'
          }}<b v-if="!end.agrees">; found {{ end.bond_found === 'bonded' ? 'bonded' : 'apart' }}: to be cured</b>{{ ' '
          }}<cite>{{ end.working[0]?.citation }}</cite>
        </td>
      </tr>
      <tr v-for="end in ends.filter((one) => one.fault_a)" :key="`${end.id} fault`">
        <th>{{ end.name }}, fault</th>
        <td>
          {{ amperes(end.fault_a ?? 0) }} line to line<template v-if="end.fault_to_neutral_a"
            >, {{ amperes(end.fault_to_neutral_a) }} line to neutral</template
          >; its devices interrupt
          {{
            store.job?.enclosures[end.id]?.interrupting_a
              ? `${amperes(store.job?.enclosures[end.id]!.interrupting_a!)}, as marked`
              : 'what nobody read yet'
          }}<template v-if="end.interrupting_least_a">, {{ amperes(end.interrupting_least_a) }} is the least</template>
        </td>
      </tr>
      <tr v-if="guards.length">
        <th>Protection of people</th>
        <td>{{ guards.join('; ') }}</td>
      </tr>
      <tr v-if="building">
        <th>{{ building.name }}</th>
        <td>
          <template v-if="building.detached"
            >Disconnect at the building<template v-if="building.disconnect_least_a"
              >, {{ amperes(building.disconnect_least_a) }} or more</template
            >. </template
          >Electrode {{ building.electrode_required ? `required, rods: ${building.rods_wanted}` : 'not required'
          }}<template v-for="group in conductors" :key="group.key"
            >; {{ group.title.toLowerCase() }} {{ group.answer }}</template
          >.
        </td>
      </tr>
      <tr>
        <th>Limits</th>
        <td>
          <template v-for="(m, i) in plan.margins" :key="m.key"
            >{{ i ? '; ' : '' }}{{ m.words }} {{ figure(m.used, m.unit) }} of {{ withUnit(m.limit, m.unit)
            }}{{ m.governs ? ' (governs)' : '' }}</template
          >
        </td>
      </tr>
    </tbody>
  </table>
</template>
