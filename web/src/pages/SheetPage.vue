<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import SumText from '../components/parts/SumText.vue'
import WorkLines from '../components/parts/WorkLines.vue'
import { amperes, depthText, figure, lengthText, percent, volts, withUnit } from '../format/quantities'
import { useJob } from '../state/job'

const route = useRoute()
const store = useJob()
const id = computed(() => String(route.params.id))
onMounted(async () => {
  if (store.state?.id !== id.value) await store.load(id.value)
})
const plan = computed(() => store.run_plan)
const sheet = ref(route.query.of === 'pull' ? 'pull' : 'calculation')
const building = computed(() => {
  const can = plan.value ? store.job?.enclosures[plan.value.target] : undefined
  return can ? store.plan?.buildings[can.building] : undefined
})
const conductors = computed(() => building.value?.working.filter((group) => group.key.startsWith('conductor')) ?? [])
const ends = computed(() =>
  plan.value ? [plan.value.origin, plan.value.target].flatMap((key) => store.plan?.enclosures[key] ?? []) : [],
)
const places = computed(() => {
  const electrodes = Object.entries(store.job?.electrodes ?? {}).filter(([, e]) => e.building === building.value?.id)
  return [
    `/runs/${plan.value?.id}`,
    `/enclosures/${plan.value?.origin}`,
    `/enclosures/${plan.value?.target}`,
    `/buildings/${building.value?.id}`,
    ...electrodes.map(([key]) => `/electrodes/${key}`),
  ]
})
const openFindings = computed(
  () =>
    store.plan?.findings.filter(
      (f) =>
        ['stop', 'fix', 'check'].includes(f.severity) &&
        places.value.some((place) => f.where === place || f.where.startsWith(`${place}/`)),
    ) ?? [],
)
const trenches = computed(() =>
  (store.plan?.trenches ?? []).filter((one) => one.runs.includes(store.run_id)).map((one) => one.group),
)
const cover = computed(() => Math.max(0, ...(plan.value?.segments.map((s) => s.cover_m ?? 0) ?? [])))

const printed = new Date().toLocaleString()
const PARTICULARS = [
  ['address', 'At'],
  ['customer', 'For'],
  ['contractor', 'By'],
  ['permit', 'Permit'],
  ['authority', 'Inspected by'],
] as const
const said = computed(() =>
  PARTICULARS.filter(([key]) => store.job?.particulars[key]).map(
    ([key, word]) => `${word} ${store.job?.particulars[key]}`,
  ),
)
/** Calls that somebody took, each with whose word it was. */
const taken = computed(() => (plan.value?.calls ?? []).filter((call) => call.decided_by || call.ruled_by || call.why))

/** What the letters of the working stand for, each said once. */
const letters = computed(() =>
  [
    ...new Set(
      (plan.value?.working ?? []).flatMap((group) => group.lines.flatMap((line) => (line.where ?? '').split(', '))),
    ),
  ]
    .filter(Boolean)
    .sort(),
)

/** Residual-current and ground-fault devices on the way, as they are noted. */
const guards = computed(() =>
  (store.way?.runs ?? []).flatMap((key) => {
    const run = store.job?.runs[key]
    if (!run) return []
    if (run.residual_ma) return [`${run.name}: residual-current device of ${run.residual_ma} mA`]
    return run.gfci ? [`${run.name}: device with ground-fault protection for people`] : []
  }),
)

function printNow(): void {
  window.print()
}
</script>

<template>
  <main v-if="plan && store.job" class="sheet">
    <div class="sheet-tools">
      <router-link v-if="sheet === 'pull'" :to="`/jobs/${id}/route`">Back to Route &amp; pull</router-link>
      <router-link v-else :to="`/jobs/${id}/sizing`">Back to Sizing</router-link>
      <label
        >Sheet
        <select v-model="sheet">
          <option value="calculation">Calculation</option>
          <option value="pull">Pull, for the crew</option>
        </select></label
      >
      <label
        >Run
        <select :value="store.run_id" @change="store.choose(($event.target as HTMLSelectElement).value)">
          <option v-for="run in store.plan?.runs" :key="run.id" :value="run.id">{{ run.name }}</option>
        </select></label
      >
      <v-btn color="primary" variant="flat" @click="printNow">Print</v-btn>
    </div>
    <header>
      <h1>{{ sheet === 'pull' ? 'Pull' : 'Calculation sheet' }}: {{ plan.name }}</h1>
      <p>
        {{ store.job.name }}, {{ plan.origin }} to {{ plan.target }}. {{ store.plan?.rulebook_title }}. Revision
        {{ store.state?.revision }}. Printed {{ printed }}.
      </p>
      <p v-if="said.length">{{ said.join('. ') }}.</p>
    </header>
    <table v-if="sheet !== 'pull'" class="sheet-answer">
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
            }}<b v-if="!end.agrees">; found {{ end.bond_found === 'bonded' ? 'bonded' : 'apart' }}: to be cured</b
            >{{ ' ' }}<cite>{{ end.working[0]?.citation }}</cite>
          </td>
        </tr>
        <tr v-for="end in ends.filter((one) => one.fault_a)" :key="`${end.id} fault`">
          <th>{{ end.name }}, fault</th>
          <td>
            {{ amperes(end.fault_a ?? 0) }} line to line<template v-if="end.fault_to_neutral_a"
              >, {{ amperes(end.fault_to_neutral_a) }} line to neutral</template
            >; its devices interrupt
            {{
              store.job.enclosures[end.id]?.interrupting_a
                ? `${amperes(store.job.enclosures[end.id]!.interrupting_a!)}, as marked`
                : 'what nobody read yet'
            }}<template v-if="end.interrupting_least_a"
              >, {{ amperes(end.interrupting_least_a) }} is the least</template
            >
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
    <div v-if="sheet !== 'pull'" class="work">
      <section v-for="group in plan.working" :key="group.key">
        <h2>{{ group.title }}: {{ group.answer }}</h2>
        <WorkLines :lines="group.lines" />
      </section>
    </div>
    <section v-if="sheet === 'pull' && plan.pull" class="crew">
      <h2>{{ plan.pull.words }}</h2>
      <ol v-if="plan.pull.order.length">
        <li v-for="line in plan.pull.order" :key="line">{{ line }}</li>
      </ol>
      <table v-if="plan.pull.lengths.length" class="sheet-answer">
        <tbody>
          <tr v-for="one in plan.pull.lengths" :key="one.name">
            <th>{{ one.count > 1 ? `${one.count} × ` : '' }}{{ one.name }}, {{ one.size_name }}</th>
            <td>{{ one.color }}, cut to {{ lengthText(one.cut_m, store.units) }}</td>
          </tr>
          <tr v-for="one in plan.pull.bought" :key="one.size_name">
            <th>Buy {{ one.count }} × {{ one.size_name }}</th>
            <td>{{ one.words }}</td>
          </tr>
        </tbody>
      </table>
      <ul>
        <li v-for="group in [...plan.pull.segments, ...trenches]" :key="group.key">
          {{ group.title }}: {{ group.answer }}
        </li>
      </ul>
      <div class="work">
        <section v-for="group in plan.pull.working" :key="group.key">
          <h2>{{ group.title }}: {{ group.answer }}</h2>
          <WorkLines :lines="group.lines" />
        </section>
      </div>
    </section>
    <section v-if="taken.length" class="open">
      <h2>Calls taken</h2>
      <ul>
        <li v-for="call in taken" :key="call.name">
          {{ call.question }} {{ call.options.find((one) => one.chosen)?.words
          }}<template v-if="call.ruled_by"
            >, on the word of the {{ $fill(call.ruled_by === 'utility' ? '{utility}' : call.ruled_by) }}</template
          ><template v-if="call.when">, {{ call.when }}</template
          ><template v-if="call.why">: {{ call.why }}</template
          ><template v-if="call.decided_by"> ({{ call.decided_by }})</template>.
        </li>
      </ul>
    </section>
    <section v-if="openFindings.length" class="open">
      <h2>Open at this run and its ends</h2>
      <ul>
        <li v-for="f in openFindings" :key="f.text">
          {{ f.text }} <cite>{{ f.citation }}</cite>
        </li>
      </ul>
    </section>
    <section v-if="sheet !== 'pull' && letters.length" class="open key">
      <h2>Key to the letters</h2>
      <p>
        <template v-for="(letter, i) in letters" :key="letter">{{ i ? '; ' : '' }}<SumText :text="letter" /></template>.
      </p>
    </section>
    <footer>{{ store.plan?.deference }} Checked by ______________________ Date ____________</footer>
  </main>
  <main v-else class="pending">
    <p>
      {{ store.state ? 'There is no run to print yet.' : 'Opening the job.' }}
      <router-link :to="`/jobs/${id}/sizing`">Back to Sizing</router-link>
    </p>
  </main>
</template>

<style scoped>
.sheet {
  max-width: 860px;
  margin: 0 auto;
  padding: 16px 24px;
  background: #fff;
  color: #111;
  line-height: 1.3;
  width: 100%;
}
.sheet-tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  justify-content: space-between;
  padding-bottom: 10px;
}
@media print {
  .sheet {
    padding: 0;
    max-width: none;
    font-size: 11.5px;
    line-height: 1.25;
  }
  .sheet-tools {
    display: none;
  }
  .sheet .work {
    columns: 2;
    column-gap: 16px;
  }
  .sheet .key {
    margin: 2px 0;
  }
}
</style>

<style src="./SheetPage.css"></style>
