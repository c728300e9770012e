<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { problemText, type LibraryLoad, type Problem } from '../../../api/client'
import { send } from '../../../api/transport'
import { useAdding } from '../../../composables/useAdding'
import { useIntoView } from '../../../composables/useIntoView'
import { useWidth } from '../../../composables/useWidth'
import { amperes, powerText } from '../../../format/quantities'
import { STATUSES, loadKinds } from '../../../state/fields'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import DwellingMethods from './DwellingMethods.vue'
import LegsView from './LegsView.vue'
import LibraryDialog from './LibraryDialog.vue'
import PartEditor from '../survey/PartEditor.vue'
import SourceCard from './SourceCard.vue'
import WorkLines from '../../parts/WorkLines.vue'
import FirstStep from '../../frame/FirstStep.vue'

/** What each building uses, leg by leg and by every method, and whether the sources carry it. */
const store = useJob()
const adding = useAdding()
const frame = ref<HTMLElement | null>(null)
const width = useWidth(frame, 760)
const panel = ref<HTMLElement | null>(null)
const wanted = ref('')
const browsing = ref(false)
const said = ref('')
const buildings = computed(() => Object.entries(store.job?.buildings ?? {}).filter(([id]) => store.plan?.buildings[id]))
const id = computed(() =>
  buildings.value.some(([key]) => key === wanted.value) ? wanted.value : (buildings.value[0]?.[0] ?? ''),
)
const building = computed(() => store.job?.buildings[id.value])
const plan = computed(() => store.plan?.buildings[id.value])
const cans = computed(() =>
  Object.entries(store.job?.enclosures ?? {}).filter(([, can]) => can.building === id.value && can.status !== 'remove'),
)
const loads = computed(() =>
  Object.entries(store.job?.loads ?? {}).filter(([, load]) => cans.value.some(([key]) => key === load.enclosure)),
)
const picked = computed(() => (store.part?.kind === 'loads' ? store.part.key : ''))
useIntoView(panel, () => picked.value)
const kindWords = (kind: string) =>
  fill((store.options ? loadKinds(store.options) : []).find((k) => k.value === kind)?.title ?? kind)
const oneLine = computed(() => store.options?.one_line ?? false)
const ACROSS: Record<string, string> = { line_line: 'both legs', l1_neutral: 'leg 1', l2_neutral: 'leg 2' }
watch(picked, (key) => {
  const can = store.job?.loads[key]?.enclosure
  if (can) wanted.value = store.job?.enclosures[can]?.building ?? wanted.value
  said.value = ''
})

function add(load?: LibraryLoad): void {
  const to = cans.value.find(([, can]) => ['panel_lugs', 'panel_main_breaker'].includes(can.kind)) ?? cans.value[0]
  if (to) void adding.load(to[0], load as Record<string, unknown> | undefined)
}

async function keep(): Promise<void> {
  const load = store.job?.loads[picked.value]
  if (!load) return
  const library = Object.fromEntries(
    Object.entries(load).filter(([field]) => field !== 'enclosure' && field !== 'status'),
  ) as LibraryLoad
  const { error } = await send('post', '/api/library', { body: library })
  said.value = error ? problemText(error as Problem) : 'Kept in the library.'
}
</script>

<template>
  <main class="sizing">
    <div ref="frame" class="center">
      <div class="center-scroll loads">
        <div class="ways" role="group" aria-label="Building">
          <span class="ways-title">Building</span>
          <v-way-button
            v-for="[key, b] in buildings"
            :key="key"
            :class="{ chosen: key === id }"
            :aria-pressed="key === id"
            @click="wanted = key">
            {{ b.name }}
            <b v-if="store.plan?.buildings[key]">{{
              amperes(Math.max(store.plan.buildings[key]!.line_1_a, store.plan.buildings[key]!.line_2_a))
            }}</b>
          </v-way-button>
        </div>
        <FirstStep v-if="!plan" :title="$fill('No building with a {panel} yet')" />
        <template v-else>
          <h1 v-if="!picked" class="sr-only">Loads of {{ building?.name }}</h1>
          <h2 class="survey-title">{{ oneLine ? 'Connected' : 'Connected, leg by leg' }}</h2>
          <LegsView :building="id" :width="width - 24" />
          <p class="legs-words">
            Where its supply comes in, with everything fed from here:
            <template v-if="oneLine">{{ amperes(plan.line_1_a) }}, all of it connected.</template
            ><template v-else
              >{{ amperes(plan.line_1_a) }} on leg 1, {{ amperes(plan.line_2_a) }} on leg 2,
              {{ amperes(plan.neutral_a) }} at most in the neutral.</template
            >
          </p>
          <div class="load-tools">
            <v-act-button @click="add()">Add a load</v-act-button
            ><v-act-button @click="browsing = true">From the library</v-act-button>
          </div>
          <ul class="load-list">
            <li v-for="[key, load] in loads" :key="key" :class="{ picked: key === picked }">
              <button @click="store.pick('loads', key)">
                <b>{{ load.name }}</b><em v-if="load.status !== 'existing'">{{
                  STATUSES.find((s) => s.value === load.status)?.title
                }}</em
                ><small
                  >{{ kindWords(load.kind) }}<template v-if="!oneLine">, {{ ACROSS[load.across] }}</template
                  ><template v-if="store.plan?.loads[key]?.note">, {{ store.plan.loads[key]!.note }}</template></small
                >
                <span>{{ powerText(store.plan?.loads[key]?.power_va ?? load.power_va) }}</span>
                <span>{{
                  amperes(Math.max(store.plan?.loads[key]?.line_1_a ?? 0, store.plan?.loads[key]?.line_2_a ?? 0))
                }}</span>
              </button>
            </li>
          </ul>
          <p v-if="!loads.length" class="empty">
            No load is noted in {{ building?.name }} yet{{
              plan.line_1_a ? $fill('; its {feeder} has a load typed in Sizing') : ''
            }}.
          </p>
          <DwellingMethods v-if="building?.use === 'dwelling'" :id="id" :building="building" :plan="plan" />
        </template>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer">
      <section v-if="picked" ref="panel" class="part-panel" aria-label="Load">
        <p class="run-name">Load {{ picked }}</p>
        <h1>{{ store.job?.loads[picked]?.name }}</h1>
        <PartEditor kind="loads" :part="picked" />
        <div class="part-buttons">
          <v-act-button @click="keep">Keep in the library</v-act-button>
          <v-plain-button @click="store.changePart('copy', 'loads', picked)">Copy</v-plain-button>
          <v-plain-button @click="store.changePart('remove', 'loads', picked)">Take out</v-plain-button>
        </div>
        <p v-if="said" role="status">{{ said }}</p>
        <details v-if="store.plan?.loads[picked]">
          <summary><b>How it was worked</b></summary>
          <WorkLines :lines="store.plan.loads[picked]!.working" />
        </details>
      </section>
      <section class="part-panel" aria-label="Will it carry it?">
        <h2>Will it carry it?</h2>
        <p v-if="!Object.keys(store.plan?.sources ?? {}).length" class="empty">
          No source is noted. Add one in Survey.
        </p>
        <SourceCard v-for="source in store.plan?.sources" :key="source.id" :source="source" />
        <p class="standing">{{ store.plan?.deference }}</p>
      </section>
    </div>
    <LibraryDialog v-model="browsing" @take="add($event)" />
  </main>
</template>

<style scoped>
.load-list {
  padding: 4px 14px;
}
</style>

<style src="./loads.css"></style>
