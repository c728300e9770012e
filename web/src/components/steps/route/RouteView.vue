<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Cure, Operation } from '../../../api/client'
import { useWidth } from '../../../composables/useWidth'
import type { Scale } from '../../../drawing/scale'
import { forceText, inUnits, liquidText, parseForce } from '../../../format/forces'
import { figure, lengthText, parseLength, parseMeasure, withUnit } from '../../../format/quantities'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
import AnswerBar from '../sizing/AnswerBar.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import SectionView from '../sizing/SectionView.vue'
import StretchEditor from './StretchEditor.vue'
import TensionView from './TensionView.vue'
import WayChooser from '../sizing/WayChooser.vue'
import WorkLines from '../../parts/WorkLines.vue'
import FirstStep from '../../frame/FirstStep.vue'

/** How the wires get there: the route, the pull in both directions, where to part it, what a crew does, what is cut. */
const store = useJob()
const frame = ref<HTMLElement | null>(null)
const width = useWidth(frame, 760)
const scale = computed<Scale>(() => ({
  from_m: 0,
  to_m: Math.max(1, store.way?.points.at(-1)?.distance_m ?? 1),
  from_px: 62,
  to_px: Math.max(220, width.value - 78),
}))
const pull = computed(() => store.run_plan?.pull ?? null)
const how = computed(() => store.run?.pull)
const working = ref(false)
const trenches = computed(() => (store.plan?.trenches ?? []).filter((one) => one.runs.includes(store.run_id)))
const ROPES = computed(() => [
  { value: 'tape', title: fill('{fish_tape}') },
  { value: 'line', title: fill('{pull_line}') },
  { value: 'rope', title: 'rope on a machine' },
])
const ENDS = [
  { value: '', title: 'the easier end' },
  { value: 'near', title: 'the head' },
  { value: 'far', title: 'the far end' },
]
const from = computed(() =>
  how.value?.from_far_end === null || how.value?.from_far_end === undefined
    ? ''
    : how.value.from_far_end
      ? 'far'
      : 'near',
)
const count = (text: string): number | null =>
  /^\d+$/.test(text.trim()) && Number(text) > 0 ? Number(text.trim()) : null
const none = (text: string) => parseLength(text, store.units) ?? (/^0+$/.test(text.trim()) ? 0 : null)

function set(field: string, value: string | number | boolean | null): void {
  const operation: Operation = { op: 'add', path: `/runs/${store.run_id}/pull/${field}`, value }
  void store.edit([operation])
}

/** What of a limit is used, in the units of the job. */
function used(margin: { used: number; limit: number; unit: string }): string {
  const [part, whole] = [
    inUnits(margin.used, margin.unit, store.units),
    inUnits(margin.limit, margin.unit, store.units),
  ]
  return `${figure(part.value, part.unit)} of ${withUnit(whole.value, whole.unit)}`
}

function take(cure: Cure): void {
  void store.take(cure)
}
</script>

<template>
  <main class="sizing">
    <div ref="frame" class="center">
      <div v-if="store.way" class="center-scroll">
        <WayChooser />
        <SectionView :scale="scale" :width="width" route />
        <TensionView :scale="scale" :width="width" />
        <div class="route-edit"><StretchEditor :key="store.run_id" :run="store.run_id" /></div>
      </div>
      <FirstStep v-else title="Nothing to route yet" />
      <AnswerBar />
      <FindingsStrip />
    </div>
    <div class="answer">
      <section v-if="pull && how" class="part-panel" aria-label="The pull">
        <p class="run-name">Pull, {{ store.run_plan?.name }}</p>
        <h1 aria-live="polite">{{ pull.known ? pull.words : 'No pull to work here' }}</h1>
        <p v-if="!pull.known">{{ pull.words }}</p>
        <ul v-if="pull.known" class="margins">
          <li
            v-for="margin in pull.margins"
            :key="margin.key"
            :class="{ governs: margin.governs, broken: !margin.holds }">
            <span class="margin-name"
              >{{ margin.words }}<em v-if="margin.governs"> governs</em><em v-if="!margin.holds"> over</em></span
            >
            <span class="bar" aria-hidden="true"
              ><svg width="100%" height="10">
                <rect class="used" :width="`${Math.min(100, margin.share * 100)}%`" height="10" /></svg
            ></span>
            <span class="margin-figures"
              ><template v-if="margin.key === 'jam'">{{ margin.holds ? 'no' : 'may jam' }}</template
              ><template v-else>{{ used(margin) }}</template></span
            >
          </li>
        </ul>
        <p v-for="cure in pull.cures" :key="cure.words">
          <button class="cure" @click="take(cure)">{{ cure.words }}</button>
        </p>
        <table v-if="pull.known" class="other-ways">
          <thead>
            <tr>
              <th>Fed from</th>
              <th class="number">Lubricated</th>
              <th class="number">Dry</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="way in pull.ways" :key="way.key" :class="{ current: way.chosen }">
              <td>{{ way.key === 'far' ? 'the far end' : 'the head' }}</td>
              <td class="number">{{ forceText(way.worst_n, store.units) }}</td>
              <td class="number">{{ forceText(way.worst_dry_n, store.units) }}</td>
            </tr>
          </tbody>
        </table>
        <div v-if="pull.known" class="fields">
          <v-select
            label="Feed from"
            :model-value="from"
            :items="ENDS"
            @update:model-value="set('from_far_end', $event ? $event === 'far' : null)" />
          <v-select
            label="Pulled with"
            :model-value="how.rope"
            :items="ROPES"
            @update:model-value="set('rope', $event)" />
          <CommitField
            label="It may take"
            :shown="how.rope_n ? forceText(how.rope_n, store.units) : ''"
            hint="the usual"
            empty-ok
            :parse="(t) => parseForce(t, store.units)"
            wrong="A force, as marked: 200 lbf or 900 N"
            @commit="set('rope_n', $event)" />
          <CommitField
            label="Hands"
            :shown="String(how.hands)"
            :parse="count"
            wrong="People, at least 1"
            @commit="set('hands', $event ?? 2)" />
          <CommitField
            label="Friction"
            :shown="how.friction_factor ? String(how.friction_factor) : ''"
            hint="the usual"
            empty-ok
            :parse="(t) => parseMeasure(t, 'plain')"
            :understood="String"
            wrong="Between 0.05 and 1"
            @commit="set('friction_factor', $event)" />
          <CommitField
            label="Make-up at each end"
            :shown="lengthText(how.make_up_m, store.units)"
            :parse="none"
            :understood="(v) => lengthText(v, store.units)"
            wrong="A length"
            @commit="set('make_up_m', $event ?? 0)" />
          <CommitField
            label="Wire on a reel"
            :shown="how.reel_m ? lengthText(how.reel_m, store.units) : ''"
            hint="by length"
            empty-ok
            :parse="(t) => parseLength(t, store.units)"
            :understood="(v) => lengthText(v, store.units)"
            wrong="A length, for example 500 ft"
            @commit="set('reel_m', $event)" />
          <CommitField
            label="Coiled for later"
            :shown="lengthText(how.coil_m, store.units)"
            :parse="none"
            :understood="(v) => lengthText(v, store.units)"
            wrong="A length"
            @commit="set('coil_m', $event ?? 0)" />
        </div>
        <label v-if="pull.known" class="flag"
          ><input
            type="checkbox"
            :checked="how.lubricated"
            @change="set('lubricated', ($event.target as HTMLInputElement).checked)" />Lubricated<template
            v-if="how.lubricated"
            >, {{ liquidText(pull.lubricant_l, store.units) }}</template
          ></label
        >
        <details v-for="group in pull.segments" :key="group.key">
          <summary>
            <b>{{ group.title }}</b> <span>{{ group.answer }}</span>
          </summary>
          <WorkLines :lines="group.lines" />
        </details>
        <details v-for="trench in trenches" :key="trench.name">
          <summary>
            <b>{{ trench.group.title }}</b> <span>{{ trench.group.answer }}</span>
          </summary>
          <WorkLines :lines="trench.group.lines" />
        </details>
        <template v-if="pull.order.length"
          ><h2>
            In this order
            <router-link class="cure" :to="`/jobs/${store.state?.id}/sheet?of=pull`">Print this plan</router-link>
          </h2>
          <ol class="pull-order">
            <li v-for="line in pull.order" :key="line">{{ line }}</li>
          </ol></template
        >
        <template v-if="pull.lengths.length">
          <h2>Cut</h2>
          <table class="other-ways">
            <thead>
              <tr>
                <th>Conductor</th>
                <th>Tape</th>
                <th class="number">Each</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in pull.lengths" :key="one.name">
                <td>{{ one.count > 1 ? `${one.count} × ` : '' }}{{ one.name }}, {{ one.size_name }}</td>
                <td>{{ one.color }}</td>
                <td class="number">{{ lengthText(one.cut_m, store.units) }}</td>
              </tr>
            </tbody>
          </table>
        </template>
        <ul v-if="pull.bought.length" class="bought">
          <li v-for="one in pull.bought" :key="one.size_name">
            {{ one.count }} × {{ one.size_name }}: {{ one.words }}
          </li>
        </ul>
        <template v-if="pull.working.length">
          <h2>
            <button class="toggle" :aria-expanded="working" @click="working = !working">How it was worked</button>
          </h2>
          <template v-if="working"
            ><div v-for="group in pull.working" :key="group.key" class="work-group">
              <h3>
                {{ group.title }} <span>{{ group.answer }}</span>
              </h3>
              <WorkLines :lines="group.lines" /></div
          ></template>
        </template>
        <template v-if="(store.plan?.stages.length ?? 0) > 1">
          <h2>The job in stages</h2>
          <section v-for="stage in store.plan?.stages" :key="stage.key" class="stage" :aria-label="stage.title">
            <h3>{{ stage.title }}</h3>
            <ul>
              <li v-for="line in stage.lines" :key="line.run">
                <button
                  class="stage-run"
                  :class="{ current: line.run === store.run_id }"
                  @click="store.choose(line.run)">
                  <b>{{ line.name }}</b> <span>{{ line.words }}</span>
                </button>
              </li>
            </ul>
          </section>
        </template>
        <aside class="cautions" aria-label="Cautions">
          <p>Have gas, water, cable and communication lines located before the first spade. Shore a deep trench.</p>
          <p>Stand clear of the line of a loaded rope. Not during lightning. Both ends dead, locked and tested.</p>
          <p class="standing">{{ store.plan?.deference }}</p>
        </aside>
      </section>
    </div>
  </main>
</template>

<style scoped>
.route-edit {
  padding: 4px 12px 16px;
}
.pull-order {
  list-style: decimal;
  padding-left: 20px;
}
.bought {
  padding: 6px 0 2px;
  font-size: 14.5px;
}
.stage-run {
  display: block;
  width: 100%;
  text-align: left;
  min-height: 44px;
  padding: 4px 8px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  font-size: 14.5px;
  line-height: 1.3;
}
.stage-run.current {
  background: rgb(var(--v-theme-wash));
  border-left: 4px solid rgb(var(--v-theme-primary));
}
.stage-run:hover {
  background: rgb(var(--v-theme-wash));
}
</style>

<style src="./route.css"></style>
