<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { usePanel } from './usePanel'
import { ROOMS } from '../../../state/panelFields'
import { useJob } from '../../../state/job'

/** Which circuit feeds what: switch a round, walk the rooms, press off or on at each outlet. Made for one hand. */
const panel = usePanel()
const store = useJob()
const trace = computed(() => panel.plan?.trace)
const log = computed(() => panel.layout?.trace ?? null)
const at = computed(() => `/enclosures/${panel.key}/layout/trace`)
const round = ref(0)
const now = computed(() => trace.value?.rounds[Math.min(round.value, trace.value.rounds.length - 1)])
const room = ref('kitchen')
const name = ref('')
const rooms = computed(() => {
  const found = new Map<string, number[]>()
  for (const [i, one] of (log.value?.outlets ?? []).entries())
    found.set(one.serves, [...(found.get(one.serves) ?? []), i])
  return [...found.entries()]
})
const title = (serves: string): string => ROOMS.find((one) => one.value === serves)?.title ?? serves

/** Readings of this round that are not kept yet: a round is one change of the job, not one for each outlet. */
const fresh = ref(new Map<number, boolean | null>())
const PAUSE_MS = 4000
let noted = panel.key // the panel may change before they are kept
let pause: ReturnType<typeof setTimeout> | undefined

const reading = (outlet: number): boolean | null =>
  fresh.value.has(outlet) ? (fresh.value.get(outlet) ?? null) : (log.value?.outlets[outlet]?.off[round.value] ?? null)

function note(outlet: number, off: boolean | null): void {
  noted = panel.key
  fresh.value.set(outlet, off)
  clearTimeout(pause)
  pause = setTimeout(keep, PAUSE_MS)
}

function seen(outlet: number, off: boolean): void {
  note(outlet, reading(outlet) === off ? null : off)
}

function restOn(): void {
  for (const i of (log.value?.outlets ?? []).keys()) if (reading(i) === null) note(i, false)
}

function keep(): void {
  clearTimeout(pause)
  if (!fresh.value.size) return
  const [can, asked, read] = [noted, round.value, fresh.value]
  fresh.value = new Map()
  void store.edit((job) =>
    [...read].flatMap(([outlet, off]) => {
      const there = job.enclosures[can]?.layout?.trace?.outlets[outlet]
      if (!there) return [] // somebody struck it meanwhile
      const value = [...there.off]
      while (value.length <= asked) value.push(null)
      value[asked] = off
      return [{ op: 'add' as const, path: `/enclosures/${can}/layout/trace/outlets/${outlet}/off`, value }]
    }),
  )
}

function goTo(next: number): void {
  keep()
  round.value = next
}
const hidden = (): void => {
  if (document.visibilityState === 'hidden') keep()
}
onMounted(() => document.addEventListener('visibilitychange', hidden))
onBeforeUnmount(() => {
  document.removeEventListener('visibilitychange', hidden)
  keep()
})
watch(
  () => panel.key,
  () => goTo(0),
  { flush: 'sync' },
)

function add(): void {
  keep()
  const value = { serves: room.value, name: name.value.trim() }
  name.value = ''
  void store.edit([{ op: 'add', path: `${at.value}/outlets/-`, value }])
}

function strike(outlet: number): void {
  keep()
  void store.edit([{ op: 'remove', path: `${at.value}/outlets/${outlet}` }])
}

function again(): void {
  fresh.value = new Map()
  goTo(0)
  void store.edit([{ op: 'add', path: at.value, value: null }])
}
</script>

<template>
  <details v-if="trace" class="layout-fields trace-part" :open="Boolean(log)">
    <summary><b>Which circuit feeds what</b></summary>
    <aside class="cautions" aria-label="Cautions">
      <p>{{ trace.caution }}</p>
    </aside>
    <template v-if="!trace.rounds.length">
      <p v-if="!trace.begin.length">{{ $fill('Write down what is in the {panel} first.') }}</p>
      <p v-else>
        Each outlet is seen on or off in each round, and that names its circuit. Mark the circuits that must stay on
        first.
      </p>
      <div class="part-buttons">
        <v-act-button v-for="way in trace.begin" :key="way.words" @click="store.take(way)">
          {{ way.words }}
        </v-act-button>
      </div>
    </template>
    <template v-else-if="now">
      <div class="round-bar">
        <v-act-button class="big" :disabled="round === 0" aria-label="The round before" @click="goTo(round - 1)"
          >‹</v-act-button
        >
        <p class="round-words" aria-live="polite">
          <b>Round {{ now.number }} of {{ trace.rounds.length }}</b>
          <span>{{ now.words }}</span>
        </p>
        <v-act-button
          class="big"
          :disabled="round >= trace.rounds.length - 1"
          aria-label="The next round"
          @click="goTo(round + 1)">
          ›
        </v-act-button>
      </div>
      <section v-for="[serves, outlets] in rooms" :key="serves" class="trace-room">
        <h2 class="survey-title">{{ title(serves) }}</h2>
        <div
          v-for="i in outlets"
          :key="i"
          class="outlet"
          role="group"
          :aria-label="log!.outlets[i]!.name || 'an outlet'">
          <p>
            <b>{{ log!.outlets[i]!.name || 'an outlet' }}</b>
            <small>{{ fresh.has(i) ? 'noted; kept with the round' : trace.outlets[i]?.words }}</small>
          </p>
          <v-act-button class="big" :aria-pressed="reading(i) === true" @click="seen(i, true)"> Off </v-act-button>
          <v-act-button class="big" :aria-pressed="reading(i) === false" @click="seen(i, false)"> On </v-act-button>
          <v-plain-button
            class="big"
            :aria-label="`Strike ${log!.outlets[i]!.name || 'this outlet'}`"
            @click="strike(i)">
            ×
          </v-plain-button>
        </div>
      </section>
      <div v-if="log?.outlets.length" class="part-buttons">
        <v-act-button @click="restOn">All others were on</v-act-button>
        <v-act-button :disabled="!fresh.size" @click="keep">Keep what was seen</v-act-button>
      </div>
      <form class="move-start" @submit.prevent="add">
        <v-select v-model="room" class="pick" label="Room" :items="ROOMS" />
        <v-text-field v-model="name" class="pick" label="Outlet" maxlength="80" placeholder="left of the sink" />
        <v-act-button type="submit">Add the outlet</v-act-button>
      </form>
      <ul v-if="trace.unsure.length" class="plain-list">
        <li v-for="words in trace.unsure" :key="words">{{ words }}</li>
      </ul>
      <div class="part-buttons">
        <v-act-button v-if="trace.take" @click="store.take(trace.take)">{{ trace.take.words }}</v-act-button>
        <v-plain-button @click="again">Begin again</v-plain-button>
      </div>
    </template>
  </details>
</template>

<style scoped>
/* Tracing goes with one hand, in a dark hallway: one column, nothing smaller than a thumb. */
.round-bar {
  position: sticky;
  top: 0;
  z-index: 2;
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 0;
  background: rgb(var(--v-theme-background));
}
.round-words {
  flex: 1;
}
</style>
