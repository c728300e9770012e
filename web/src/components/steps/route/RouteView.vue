<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Cure } from '../../../api/client'
import { useWidth } from '../../../composables/useWidth'
import type { Scale } from '../../../drawing/scale'
import { forceText, inUnits } from '../../../format/forces'
import { figure, withUnit } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import AnswerBar from '../sizing/AnswerBar.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import SectionView from '../sizing/SectionView.vue'
import CutList from './CutList.vue'
import JobStages from './JobStages.vue'
import PullFields from './PullFields.vue'
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
        <TensionView :scale="scale" :width="width" :class="{ fetching: store.fetching }" />
        <div class="route-edit"><StretchEditor :key="store.run_id" :run="store.run_id" /></div>
      </div>
      <FirstStep v-else title="Nothing to route yet" />
      <AnswerBar />
      <FindingsStrip />
    </div>
    <div class="answer">
      <section
        v-if="pull && how"
        class="part-panel"
        :class="{ fetching: store.fetching }"
        :aria-busy="store.fetching"
        aria-label="The pull">
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
          <v-act-button @click="take(cure)">{{ cure.words }}</v-act-button>
        </p>
        <v-table v-if="pull.known" class="other-ways">
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
        </v-table>
        <PullFields v-if="pull.known" :how="how" :pull="pull" />
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
            <v-act-button :to="`/jobs/${store.state?.id}/sheet?of=pull`">Print this plan</v-act-button>
          </h2>
          <ol class="pull-order">
            <li v-for="line in pull.order" :key="line">{{ line }}</li>
          </ol></template
        >
        <CutList :pull="pull" />
        <template v-if="pull.working.length">
          <h2>
            <v-fold-button :aria-expanded="working" @click="working = !working">How it was worked</v-fold-button>
          </h2>
          <template v-if="working"
            ><div v-for="group in pull.working" :key="group.key" class="work-group">
              <h3>
                {{ group.title }} <span>{{ group.answer }}</span>
              </h3>
              <WorkLines :lines="group.lines" /></div
          ></template>
        </template>
        <JobStages v-if="(store.plan?.stages.length ?? 0) > 1" />
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
</style>

<style src="./route.css"></style>
