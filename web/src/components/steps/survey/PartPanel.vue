<script setup lang="ts">
import SurveyAnswer from './SurveyAnswer.vue'
import CiteButton from '../../parts/CiteButton.vue'
import { shortName } from '../../../drawing/tree'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { PartKind } from '../../../api/client'
import { useIntoView } from '../../../composables/useIntoView'
import { useAdding } from '../../../composables/useAdding'
import { useJob } from '../../../state/job'
import BuildingEarth from '../neutrals/BuildingEarth.vue'
import PartEditor from './PartEditor.vue'
import StretchEditor from '../route/StretchEditor.vue'

/** The picked part: its fields, what hangs on it, and what can be done with it. */
const store = useJob()
const adding = useAdding()
const router = useRouter()
const part = computed(() => store.part)
const panel = ref<HTMLElement | null>(null)
useIntoView(panel, () => part.value?.key)
const name = computed(() => (part.value ? (store.job?.[part.value.kind][part.value.key] as { name: string }).name : ''))
const WORDS: Record<PartKind, string> = {
  sources: 'Source',
  buildings: 'Building',
  enclosures: '{Panel} or {can}',
  electrodes: 'Electrode',
  loads: 'Load',
  runs: 'Run',
  circuits: 'Circuit',
  boxes: 'Box',
}
const loads = computed(() =>
  Object.entries(store.job?.loads ?? {}).filter(
    ([, load]) => part.value?.kind === 'enclosures' && load.enclosure === part.value.key,
  ),
)
const findings = computed(() => {
  const at = part.value ? `/${part.value.kind}/${part.value.key}` : ''
  return (store.plan?.findings ?? []).filter(
    (f) => at && (f.where === at || f.where.startsWith(`${at}/`)) && f.severity !== 'holds',
  )
})

function size(): void {
  void router.push(`/jobs/${store.state?.id}/sizing`)
}
</script>

<template>
  <section v-if="part" ref="panel" class="part-panel" :aria-label="`${$fill(WORDS[part.kind])} ${name}`">
    <p class="run-name">{{ $fill(WORDS[part.kind]) }} {{ shortName(part.key) }}</p>
    <h1>{{ name }}</h1>
    <ul v-if="findings.length" class="part-findings">
      <li v-for="f in findings" :key="f.where + f.text" :class="f.severity">
        {{ f.text }} <CiteButton :text="f.citation" />
      </li>
    </ul>
    <PartEditor :kind="part.kind" :part="part.key" />
    <BuildingEarth v-if="part.kind === 'buildings' && store.options?.by_loop" :key="part.key" :building="part.key" />
    <StretchEditor v-if="part.kind === 'runs'" :key="part.key" :run="part.key" />
    <template v-if="part.kind === 'enclosures'">
      <h2>Loads here</h2>
      <ul class="place-list">
        <li v-for="[key, load] in loads" :key="key">
          <button class="place" @click="store.pick('loads', key)">
            <b>{{ load.name }}</b>
          </button>
        </li>
      </ul>
      <v-act-button @click="adding.load(part.key)">Add a load</v-act-button>
    </template>
    <div class="part-buttons">
      <v-act-button v-if="part.kind === 'enclosures' || part.kind === 'sources'" @click="adding.fedFrom(part.key)">
        {{ $fill('Feed a new {panel} from here') }}
      </v-act-button>
      <v-act-button v-if="part.kind === 'runs'" @click="size">Go to its sizing</v-act-button>
      <v-plain-button v-if="part.kind !== 'runs'" @click="store.changePart('copy', part.kind, part.key)">
        Copy with all in it
      </v-plain-button>
      <v-plain-button @click="store.changePart('remove', part.kind, part.key)">Take out of the job</v-plain-button>
    </div>
    <p class="standing">To move a part, choose another place in “In”, “At” or “From”. Undo brings everything back.</p>
    <aside class="cautions" aria-label="Cautions">
      <p>
        Turn off, lock, test dead, and test the tester before a cover comes off. Line-side conductors stay live with the
        main off.
      </p>
      <p v-if="part.kind === 'electrodes' || part.kind === 'enclosures'">
        {{ $fill('Load off before a neutral or {an_equipment_ground} is opened: it arcs, and lifts voltages.') }}
      </p>
    </aside>
  </section>
  <SurveyAnswer v-else />
</template>
