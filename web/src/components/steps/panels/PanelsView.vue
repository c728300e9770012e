<script setup lang="ts">
import { useIntoView } from '../../../composables/useIntoView'
import { useWhileShown } from '../../../composables/useWhileShown'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { usePanel } from './usePanel'
import { amperes } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import FirstStep from '../../frame/FirstStep.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import CallsList from '../../parts/CallsList.vue'
import WorkLines from '../../parts/WorkLines.vue'
import BarsPart from './BarsPart.vue'
import CircuitFields from './CircuitFields.vue'
import LayoutFields from './LayoutFields.vue'
import LegsBeam from './LegsBeam.vue'
import MoveHead from './MoveHead.vue'
import MovePart from './MovePart.vue'
import MoveStart from './MoveStart.vue'
import PanelAnswer from './PanelAnswer.vue'
import PanelDirectory from './PanelDirectory.vue'
import PanelDrawing from './PanelDrawing.vue'
import QuickAdd from './QuickAdd.vue'
import TracePart from './TracePart.vue'

/** A panel slot by slot: what stands where, what waits for a place, how the legs carry, what is wrong. */
const store = useJob()
const panel = usePanel()
useWhileShown(panel)
const bare = computed(() =>
  Object.entries(store.job?.enclosures ?? {})
    .filter(
      ([, one]) => !one.layout && !['meter', 'junction_box', 'splitter'].includes(one.kind) && one.status !== 'remove',
    )
    .map(([value, one]) => ({ value, title: one.name })),
)
const spaces = ref('20')
const count = computed(() => Math.max(1, Math.min(84, Number(spaces.value) || 20)))
const findings = computed(() =>
  (store.plan?.findings ?? []).filter((one) =>
    [one.where, ...one.also].some((where) => where.startsWith(`/circuits/${panel.chosen}/`)),
  ),
)
watch(
  () => store.part,
  (picked) => {
    if (picked?.kind !== 'circuits') return
    panel.chosen = picked.key
    panel.wanted = store.job?.circuits[picked.key]?.enclosure ?? panel.wanted
  },
  { immediate: true },
)
const route = useRoute()
watch(
  () => route.query.panel,
  (asked) => {
    if (typeof asked === 'string' && asked) panel.wanted = asked
  },
  { immediate: true },
)
const fields = ref<HTMLElement | null>(null)
useIntoView(fields, () => panel.circuit?.id)
/** To the device in the drawing again; on a narrow screen its fields lie far below. */
function back(): void {
  const device = document.querySelector<HTMLElement>('.panel-body .picked')
  panel.chosen = ''
  device?.scrollIntoView({ block: 'center' })
  device?.focus()
}
const cable = computed(() => panel.plan?.move?.cables.find((one) => one.circuit === panel.chosen))
const best = computed(() => (panel.plan?.moves ?? []).filter((one) => one.cure))
</script>

<template>
  <main class="sizing panels">
    <div class="center">
      <div class="center-scroll panels-scroll">
        <div v-if="panel.drawn.length" class="ways" role="group" aria-label="Panel">
          <v-way-button
            v-for="id in panel.drawn"
            :key="id"
            :class="{ chosen: id === panel.key }"
            :aria-pressed="id === panel.key"
            @click="panel.wanted = id">
            {{ store.plan?.panels[id]?.name }}
          </v-way-button>
        </div>
        <template v-if="panel.plan">
          <p class="panel-room">{{ panel.plan.room }}.</p>
          <QuickAdd />
          <MoveHead />
          <div class="panel-body">
            <PanelDrawing />
            <div class="panel-beside">
              <LegsBeam :plan="panel.plan" />
              <section v-if="best.length">
                <h2 class="survey-title">Even the legs</h2>
                <ul class="moves">
                  <li v-for="one in best" :key="one.words">
                    <v-act-button @click="store.take(one.cure!)">{{ one.words }}</v-act-button>
                  </li>
                </ul>
              </section>
              <section v-if="panel.plan.waiting.length">
                <h2 class="survey-title">No place yet</h2>
                <ul class="waiting">
                  <li v-for="one in panel.plan.waiting" :key="`${one.kind} ${one.id}`">
                    <b>{{ one.name }}</b> {{ amperes(one.load_a) }}<template v-if="one.poles > 1">, two poles</template>
                    <v-act-button v-if="one.cure" @click="store.take(one.cure)">{{ one.cure.words }}</v-act-button>
                    <small>{{ one.words }}</small>
                  </li>
                </ul>
              </section>
            </div>
          </div>
          <MovePart />
          <TracePart />
          <BarsPart />
          <details v-if="panel.plan.calls.length" class="layout-fields">
            <summary><b>Your calls here</b></summary>
            <CallsList :calls="panel.plan.calls" />
          </details>
          <LayoutFields />
          <MoveStart v-if="!panel.plan.move" />
          <PanelDirectory />
        </template>
        <section v-if="!panel.plan && !bare.length" class="draw-spaces">
          <FirstStep v-if="!Object.keys(store.job?.runs ?? {}).length" :title="$fill('No {panel} yet')" />
          <h2 class="survey-title">{{ $fill('Write down a {panel} that is there') }}</h2>
          <form class="move-start" @submit.prevent="panel.begin(count)">
            <v-text-field v-model="spaces" class="pick few" :label="$fill('{Spaces}')" inputmode="numeric" />
            <v-act-button type="submit">{{ $fill('Draw the {panel}') }}</v-act-button>
          </form>
        </section>
        <section v-if="bare.length" class="draw-spaces">
          <h2 class="survey-title">{{ $fill('Draw the {spaces} of a {panel}') }}</h2>
          <v-text-field v-model="spaces" class="pick few" :label="$fill('{Spaces}')" inputmode="numeric" />
          <v-plain-button v-for="one in bare" :key="one.value" @click="panel.draw(one.value, count)">
            {{ one.title }}
          </v-plain-button>
        </section>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer" tabindex="0" role="region" aria-label="Answer">
      <section v-if="panel.circuit" ref="fields" class="part-panel" aria-label="The circuit">
        <v-plain-button class="back" @click="back">{{ $fill('Back to the {panel}') }}</v-plain-button>
        <p class="run-name">
          {{ $fill('{Slot}') }} {{ panel.circuit.slots.join(' and ') || 'none'
          }}<template v-if="!panel.plan?.one_line">, leg {{ panel.circuit.legs.join(' and ') }}</template>
        </p>
        <h1 aria-live="polite">{{ panel.circuit.device }}</h1>
        <p>
          {{ panel.circuit.wire }}.
          {{ panel.circuit.load_known ? `Load ${amperes(panel.circuit.load_a)}` : 'Its load is not known' }}.
        </p>
        <p v-for="words in panel.circuit.lands" :key="words">{{ words }}</p>
        <p class="because">In the directory: “{{ panel.circuit.line }}”</p>
        <ul v-if="findings.length" class="part-findings">
          <li v-for="one in findings" :key="one.text">
            <b>{{ one.severity }}</b> {{ one.text }} {{ one.why }}
            <v-act-button v-for="cure in one.cures" :key="cure.words" @click="store.take(cure)">
              {{ cure.words }}
            </v-act-button>
          </li>
        </ul>
        <CircuitFields />
        <template v-if="panel.circuit.must.length">
          <h2>It must have</h2>
          <WorkLines :lines="panel.circuit.must" />
        </template>
        <template v-if="panel.circuit.working.length">
          <h2>Its loads, and the most on this wire</h2>
          <WorkLines :lines="panel.circuit.working" />
        </template>
        <template v-if="panel.circuit.shared.length">
          <h2>If the shared neutral opens</h2>
          <WorkLines :lines="panel.circuit.shared" />
        </template>
        <template v-if="cable">
          <h2>Its cable</h2>
          <p>{{ cable.words }}</p>
          <WorkLines :lines="cable.working" />
        </template>
        <div class="part-buttons"><v-plain-button @click="panel.remove()">Take it out</v-plain-button></div>
      </section>
      <PanelAnswer v-else />
    </div>
  </main>
</template>

<style scoped>
.back {
  display: none;
}
@media (max-width: 900px) {
  .back {
    display: inline-flex;
  }
}
.panel-room {
  margin: 8px 0;
}
.panel-body {
  display: flex;
  flex-wrap: wrap;
  gap: 20px;
  align-items: flex-start;
}
.panel-beside {
  flex: 1 1 260px;
}
.moves,
.waiting {
  list-style: none;
  padding: 0;
  margin: 0 0 12px;
}
</style>

<style src="./panels.css"></style>
