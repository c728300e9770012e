<script setup lang="ts">
import { computed } from 'vue'
import { vApart } from '../../composables/apart'
import type { Schemas } from '../../api/client'
import type { Bench } from '../../composables/useBench'
import {
  BENCH_HEIGHT,
  CAN_BOTTOM,
  CAN_TOP,
  GROUND_BAR_Y,
  LINE_1_Y,
  LINE_2_Y,
  NEUTRAL_Y,
  SOIL_Y,
  benchOf,
  lineWidth,
  zigzag,
  type BenchGap,
  type BenchNode,
} from '../../drawing/bench'
import { ohms } from '../../format/quantities'
import { inLines } from '../../format/lines'
import { fill } from '../../setup/terms'
import { useJob } from '../../state/job'

const LETTER = 6.6 // mean width in a run's name
const NAME_LETTER = 8.2 // in a can's name, bold

/** The cans of a way with their bars and bonds, every wire as thick as its current: press a part to try it. */
const props = defineProps<{ bench: Bench; width: number }>()
const store = useJob()
const layout = computed(() => (store.job && store.way ? benchOf(store.job, store.way, props.width) : null))
const wires = computed(() => new Map((props.bench.answer.value?.wires ?? []).map((wire) => [wire.key, wire])))
const cans = computed(() => new Map((props.bench.answer.value?.enclosures ?? []).map((can) => [can.id, can])))
const sources = computed(() => new Map((props.bench.answer.value?.sources ?? []).map((source) => [source.id, source])))
const earths = computed(() => new Map((props.bench.answer.value?.earths ?? []).map((earth) => [earth.building, earth])))
const groundWord = computed(() => fill('{ground_bar}').split(' ')[0])
const trial = computed(() => props.bench.trial.value)
/** Whether a second line is on this way. */
const two = computed(() => (store.way?.runs ?? []).some((run) => wires.value.has(`${run}.L2`)))
const standby = computed(() => {
  const found = layout.value?.standby
  const left = found ? Math.min(Math.max(found.x - 145, 8), layout.value!.width - 298) : 0
  return found
    ? {
        ...found,
        left,
        read: sources.value.get(found.source),
        at: layout.value!.nodes.find((node) => node.id === found.at)!,
      }
    : null
})
const LEVELS: [string, number][] = [
  ['L1', LINE_1_Y],
  ['L2', LINE_2_Y],
  ['N', NEUTRAL_Y],
  ['G', GROUND_BAR_Y],
]
const ROLES: Record<string, string> = { L1: 'line 1', L2: 'line 2', N: 'neutral', G: 'ground' }

/** The color a wire has in this country, as the plan names it. */
function color(run: string, conductor: string): string {
  const wires = store.plan?.runs[run]?.wires ?? []
  const named = wires.find((wire) => wire.role === ROLES[conductor])?.color
  return `stroke-${(named ?? conductor.toLowerCase()).replaceAll(' ', '-')}`
}

function bus(conductor: string): string {
  return color(store.way?.runs[0] ?? '', conductor)
}

interface Strand {
  key: string
  conductor: string
  y: number
  wire: Schemas['WireRead'] | undefined
  cut: boolean
  words: string
  press: (() => void) | null
}

/** The wires of a run, each with what a press does; what is open keeps its place, so that it can be joined again. */
function strands(gap: BenchGap): Strand[] {
  const found: Strand[] = []
  for (const [conductor, y] of LEVELS) {
    const wire = wires.value.get(`${gap.run}.${conductor}`)
    const lost =
      conductor === 'N'
        ? trial.value.neutrals_lost.includes(gap.run)
        : conductor === 'G' && trial.value.grounds_cut.includes(gap.run)
    if (!wire && !lost) continue
    const press =
      conductor === 'N'
        ? () => props.bench.toggle('neutrals_lost', gap.run)
        : conductor === 'G'
          ? () => props.bench.toggle('grounds_cut', gap.run)
          : null
    const name = conductor === 'N' ? 'neutral' : conductor === 'G' ? groundWord.value : conductor
    found.push({
      key: `${gap.run}.${conductor}`,
      conductor,
      y,
      wire,
      cut: lost,
      words: lost ? `${name} open` : `${conductor.startsWith('L') && two.value ? `${conductor} ` : ''}${wire!.shown}`,
      press,
    })
  }
  return found
}

/** A name too long for its gap goes over two lines; what is left of it stands in its tooltip. */
function titleOf(gap: BenchGap): string[] {
  return inLines(store.job?.runs[gap.run]?.name ?? '', Math.floor((gap.to - gap.from - 8) / LETTER), 2)
}

/** The name of a can stands over it, and no wider than it may be at the edge of the picture. */
function nameOf(node: BenchNode): string[] {
  return inLines(node.name, Math.floor((node.width + 24) / NAME_LETTER), 2)
}

function label(strand: Strand, gap: BenchGap): string {
  const wire = strand.conductor === 'N' ? 'Neutral' : fill('{Equipment_ground}')
  const press = strand.cut ? 'open, join it' : `${strand.wire?.shown}, open it`
  return `${wire} of ${store.job?.runs[gap.run]?.name}: ${press}`
}

function electrodesOf(node: BenchNode): string[] {
  return Object.entries(store.job?.electrodes ?? {})
    .filter(([, e]) => e.building === node.building && e.status !== 'remove')
    .map(([key]) => key)
}

/** Electrodes hang below the first can of their building on this way. */
function hasEarth(node: BenchNode): boolean {
  return (
    node.kind === 'can' &&
    layout.value!.nodes.find((one) => one.building === node.building)?.id === node.id &&
    electrodesOf(node).length > 0
  )
}

function earthOff(node: BenchNode): boolean {
  return electrodesOf(node).every((key) => trial.value.electrodes_off.includes(key))
}

function pressEarth(node: BenchNode): void {
  const own = electrodesOf(node)
  const rest = trial.value.electrodes_off.filter((key) => !own.includes(key))
  props.bench.set({ electrodes_off: earthOff(node) ? rest : [...rest, ...own] })
}

function earthWords(node: BenchNode): string {
  const earth = earths.value.get(node.building)
  return earthOff(node) ? 'taken off' : earth ? `${ohms(earth.ohm)}, ${earth.shown}` : ''
}

function also(node: BenchNode): number {
  return Object.entries(store.job?.runs ?? {}).filter(
    ([key, run]) => run.origin === node.id && run.status !== 'remove' && !store.way?.runs.includes(key),
  ).length
}

function touchWords(node: BenchNode): string {
  const can = cans.value.get(node.id)
  return can ? `touch ${can.touch_v >= 10 ? Math.round(can.touch_v) : can.touch_v.toFixed(1)} V` : ''
}

function legsWords(node: BenchNode): string {
  const can = cans.value.get(node.id)
  if (!can || !can.live) return 'dead'
  if (can.line_1_v !== null && can.line_2_v === null) return `${Math.round(can.line_1_v)} V`
  if (can.line_1_v === null || can.line_2_v === null)
    return can.line_line_v === null ? '' : `${Math.round(can.line_line_v ?? 0)} V`
  return `${Math.round(can.line_1_v ?? 0)} / ${Math.round(can.line_2_v ?? 0)} V`
}

function danger(node: BenchNode): boolean {
  return cans.value.get(node.id)?.dangerous ?? false
}

/** Where electrodes go into the soil, from left to right, and the most that any of them carries. */
const earthEnds = computed(() =>
  (layout.value?.nodes ?? []).flatMap((node) => {
    if (node.kind === 'source') return earths.value.get(node.id) ? [node.x + 12] : []
    return hasEarth(node) && !earthOff(node) ? [node.x + node.width - 20] : []
  }),
)
const soil = computed(() => [...earths.value.values()].sort((a, b) => b.amperes - a.amperes)[0]?.shown ?? '')
const standbyWords = computed(() => {
  const run = layout.value?.standby?.run
  const neutral = run ? wires.value.get(`${run}.N`) : undefined
  return `, neutral ${neutral ? `solid, ${neutral.shown}` : 'switched'}`
})

/** Where the fault is drawn: at its can, or at the can of its load. */
const faultAt = computed(() => {
  const key = trial.value.case_fault ?? trial.value.soil_fault
  const id = key ? (store.job?.loads[key]?.enclosure ?? key) : ''
  return layout.value?.nodes.find((node) => node.id === id) ?? null
})

function neutralOf(node: BenchNode): boolean {
  return (
    [...wires.value.keys()].some(
      (key) =>
        key.endsWith('.N') &&
        (store.job?.runs[key.slice(0, -2)]?.target === node.id ||
          store.job?.runs[key.slice(0, -2)]?.origin === node.id),
    ) || trial.value.neutrals_lost.some((run) => store.job?.runs[run]?.target === node.id)
  )
}

function earthPress(node: BenchNode): string {
  const name = store.job?.buildings[node.building]?.name
  return `Electrodes of ${name}: ${earthWords(node)}, take them off or put them back`
}

function standbyPress(read: { name: string; bonded: boolean } | undefined): string {
  return `Bond in ${read?.name}: ${read?.bonded ? 'in, take it out' : 'out, put it in'}`
}

/** The way through the soil, from the first electrodes to the last. */
const throughSoil = computed(() => {
  const [from = 0, to = 0] = [earthEnds.value[0], earthEnds.value.at(-1)]
  return `M ${from} ${SOIL_Y + 62} Q ${(from + to) / 2} ${SOIL_Y + 84} ${to} ${SOIL_Y + 62}`
})
</script>

<template>
  <div
    class="bench-scroll"
    tabindex="0"
    role="group"
    aria-label="The bench: press a bond, a wire, a can or an electrode">
    <svg
      v-if="layout && bench.answer.value"
      v-apart
      class="bench"
      :width="layout.width"
      :height="BENCH_HEIGHT"
      :viewBox="`0 0 ${layout.width} ${BENCH_HEIGHT}`"
      role="group"
      aria-label="Cans along the way">
      <rect :y="SOIL_Y" :width="layout.width" :height="BENCH_HEIGHT - SOIL_Y" class="soil" />
      <line x1="0" :x2="layout.width" :y1="SOIL_Y" :y2="SOIL_Y" class="ground-line" />

      <g v-for="gap in layout.gaps" :key="gap.run">
        <g data-label class="run-title">
          <title>{{ store.job?.runs[gap.run]?.name }}</title>
          <text
            v-for="(line, i) in titleOf(gap)"
            :key="i"
            :x="(gap.from + gap.to) / 2"
            :y="CAN_TOP + 8 + 17 * (i + 1 - titleOf(gap).length)"
            class="middle run-title">
            {{ line }}
          </text>
        </g>
        <g
          v-for="strand in strands(gap)"
          :key="strand.key"
          :class="['strand', color(gap.run, strand.conductor), { cut: strand.cut, stray: strand.wire?.stray }]"
          @click="strand.press?.()"
          @keydown.enter.prevent="strand.press?.()"
          @keydown.space.prevent="strand.press?.()">
          <rect
            v-if="strand.press"
            class="hit"
            role="button"
            tabindex="0"
            :aria-pressed="strand.cut"
            :aria-label="label(strand, gap)"
            :x="gap.from"
            :y="strand.y - 28"
            :width="gap.to - gap.from"
            height="46" />
          <line
            :x1="gap.from"
            :x2="strand.cut ? (gap.from + gap.to) / 2 - 14 : gap.to"
            :y1="strand.y"
            :y2="strand.y"
            :stroke-width="lineWidth(strand.wire?.amperes ?? 0)" />
          <line
            v-if="strand.cut"
            :x1="(gap.from + gap.to) / 2 + 14"
            :x2="gap.to"
            :y1="strand.y"
            :y2="strand.y"
            :stroke-width="lineWidth(0)" />
          <path
            v-if="strand.cut"
            :d="`M ${(gap.from + gap.to) / 2 - 6} ${strand.y - 7} l 12 14 m 0 -14 l -12 14`"
            class="cross" />
          <text :x="(gap.from + gap.to) / 2" :y="strand.y - 8" class="middle amps">{{ strand.words }}</text>
        </g>
      </g>

      <g v-for="node in layout.nodes" :key="node.id">
        <template v-if="node.kind === 'can'">
          <rect
            :x="node.x"
            :y="CAN_TOP"
            :width="node.width"
            :height="CAN_BOTTOM - CAN_TOP"
            class="can"
            :class="{ danger: danger(node) }" />
          <g
            class="press"
            data-stays
            @click="bench.caseFault(node.id)"
            @keydown.enter.prevent="bench.caseFault(node.id)"
            @keydown.space.prevent="bench.caseFault(node.id)">
            <rect
              class="hit"
              role="button"
              tabindex="0"
              :aria-pressed="trial.case_fault === node.id"
              :aria-label="`${node.name}, ${touchWords(node)}: ${fill('let a {hot_wire} touch the can')}`"
              :x="node.x - 6"
              :y="CAN_TOP - 46"
              :width="node.width + 12"
              height="46" />
            <text
              v-for="(line, i) in nameOf(node)"
              :key="i"
              :x="node.x + node.width / 2"
              :y="CAN_TOP - 24 + 18 * (i + 1 - nameOf(node).length)"
              class="middle name">
              {{ line }}
            </text>
            <text :x="node.x + node.width / 2" :y="CAN_TOP - 7" class="middle">
              {{ legsWords(node) }}
              <tspan v-if="also(node)" class="quiet">+{{ also(node) }} more</tspan>
            </text>
          </g>
          <line :x1="node.x" :x2="node.x + node.width" :y1="LINE_1_Y" :y2="LINE_1_Y" :class="['bus', bus('L1')]" />
          <line
            v-if="two"
            :x1="node.x"
            :x2="node.x + node.width"
            :y1="LINE_2_Y"
            :y2="LINE_2_Y"
            :class="['bus', bus('L2')]" />
          <template v-if="neutralOf(node)">
            <rect :x="node.x + 6" :y="NEUTRAL_Y - 7" :width="node.width - 12" height="14" class="bar-n" />
            <g
              class="bond press"
              data-stays
              :class="{
                made: cans.get(node.id)?.bonded,
                wrong: cans.get(node.id)?.bonded !== cans.get(node.id)?.belongs_bonded,
              }"
              @click="bench.toggleBond(node.id)"
              @keydown.enter.prevent="bench.toggleBond(node.id)"
              @keydown.space.prevent="bench.toggleBond(node.id)">
              <rect
                class="hit"
                role="button"
                tabindex="0"
                :aria-pressed="Boolean(cans.get(node.id)?.bonded)"
                :aria-label="`Bond at ${node.name}: ${cans.get(node.id)?.bonded ? 'made, break it' : 'open, make it'}`"
                :x="node.x + node.width / 2 - 46"
                :y="NEUTRAL_Y + 8"
                width="92"
                :height="GROUND_BAR_Y - NEUTRAL_Y - 16" />
              <rect
                :x="node.x + node.width / 2 - 9"
                :y="NEUTRAL_Y + 7"
                width="18"
                :height="GROUND_BAR_Y - NEUTRAL_Y - 14"
                class="link" />
              <text :x="node.x + node.width / 2" :y="(NEUTRAL_Y + GROUND_BAR_Y) / 2 + 5" class="middle">
                {{ cans.get(node.id)?.bonded ? 'bonded here' : 'kept apart' }}
              </text>
            </g>
          </template>
          <rect :x="node.x + 6" :y="GROUND_BAR_Y - 7" :width="node.width - 12" height="14" class="bar-g" />
          <path :d="`M ${node.x} ${GROUND_BAR_Y} h 6`" class="strap" :class="{ loose: cans.get(node.id)?.loose }" />
          <text v-if="neutralOf(node)" :x="node.x + 10" :y="NEUTRAL_Y - 12" class="quiet">neutral</text>
          <text :x="node.x + 10" :y="GROUND_BAR_Y + 22" class="quiet">{{ groundWord }}</text>
          <text :x="node.x + node.width / 2" :y="CAN_BOTTOM - 8" class="middle touch" :class="{ danger: danger(node) }">
            {{ touchWords(node) }}
          </text>
          <g
            v-if="hasEarth(node)"
            class="press earth-wire"
            :class="{ cut: earthOff(node) }"
            @click="pressEarth(node)"
            @keydown.enter.prevent="pressEarth(node)"
            @keydown.space.prevent="pressEarth(node)">
            <rect
              class="hit"
              role="button"
              tabindex="0"
              :aria-pressed="earthOff(node)"
              :aria-label="earthPress(node)"
              :x="node.x"
              :y="CAN_BOTTOM + 4"
              :width="node.width"
              height="118" />
            <line
              :x1="node.x + node.width - 20"
              :x2="node.x + node.width - 20"
              :y1="GROUND_BAR_Y + 7"
              :y2="earthOff(node) ? SOIL_Y - 8 : SOIL_Y + 62"
              :stroke-width="lineWidth(earths.get(node.building)?.amperes ?? 0)" />
            <line
              v-if="earthOff(node)"
              :x1="node.x + node.width - 20"
              :x2="node.x + node.width - 20"
              :y1="SOIL_Y + 10"
              :y2="SOIL_Y + 62"
              stroke-width="4" />
            <text :x="node.x" :y="SOIL_Y + 97" class="amps">{{ earthWords(node) }}</text>
          </g>
        </template>
        <template v-else>
          <text :x="node.x + 2" :y="CAN_TOP - 12" class="name">{{ node.name }}</text>
          <circle :cx="node.x + 34" :cy="LINE_1_Y + 14" r="26" class="winding" />
          <circle v-if="two" :cx="node.x + 34" :cy="LINE_2_Y + 22" r="26" class="winding" />
          <line :x1="node.x + 52" :x2="node.x + node.width" :y1="LINE_1_Y" :y2="LINE_1_Y" :class="['bus', bus('L1')]" />
          <line
            v-if="two"
            :x1="node.x + 60"
            :x2="node.x + node.width"
            :y1="LINE_2_Y"
            :y2="LINE_2_Y"
            :class="['bus', bus('L2')]" />
          <line
            :x1="node.x + 34"
            :x2="node.x + node.width"
            :y1="NEUTRAL_Y"
            :y2="NEUTRAL_Y"
            :class="['bus', bus('N')]" />
          <g v-if="earths.get(node.id)">
            <line
              :x1="node.x + 12"
              :x2="node.x + 12"
              :y1="NEUTRAL_Y"
              :y2="SOIL_Y + 62"
              class="earth-line"
              :stroke-width="lineWidth(earths.get(node.id)?.amperes ?? 0)" />
            <line :x1="node.x + 12" :x2="node.x + 34" :y1="NEUTRAL_Y" :y2="NEUTRAL_Y" :class="['bus', bus('N')]" />
            <text :x="node.x" :y="SOIL_Y + 97" class="amps">
              {{ ohms(earths.get(node.id)!.ohm) }}, {{ earths.get(node.id)!.shown }}
            </text>
          </g>
        </template>
      </g>

      <g v-if="standby" class="standby" :class="{ running: standby.read?.running }">
        <rect :x="standby.left" y="4" width="290" height="52" class="can" />
        <text :x="standby.left + 10" y="26" class="name">{{ standby.read?.name }}</text>
        <text :x="standby.left + 10" y="45">
          {{ standby.read?.running ? 'running' : 'standing by' }}{{ standbyWords }}
        </text>
        <path :d="`M ${standby.at.x - 10} 56 V ${LINE_1_Y} H ${standby.at.x}`" class="drop" />
        <g
          class="bond press"
          :class="{ made: standby.read?.bonded }"
          @click="bench.toggleBond(standby.source)"
          @keydown.enter.prevent="bench.toggleBond(standby.source)"
          @keydown.space.prevent="bench.toggleBond(standby.source)">
          <rect
            class="hit"
            role="button"
            tabindex="0"
            :aria-pressed="Boolean(standby.read?.bonded)"
            :aria-label="standbyPress(standby.read)"
            :x="standby.left + 202"
            y="8"
            width="82"
            height="44" />
          <rect :x="standby.left + 206" y="14" width="74" height="32" class="link" />
          <text :x="standby.left + 243" y="35" class="middle">{{ standby.read?.bonded ? 'bond in' : 'bond out' }}</text>
        </g>
      </g>

      <template v-if="earthEnds.length > 1">
        <path :d="throughSoil" class="soil-way" />
        <text :x="(earthEnds[0]! + earthEnds.at(-1)!) / 2" :y="SOIL_Y + 64" class="middle amps">
          the soil carries {{ soil }}
        </text>
      </template>

      <g v-if="faultAt" class="fault">
        <path v-if="trial.case_fault" :d="zigzag(faultAt.x + faultAt.width - 16, LINE_2_Y, GROUND_BAR_Y - 20)" />
        <path v-else :d="zigzag(faultAt.x + 18, LINE_2_Y, SOIL_Y + 14)" />
        <text :x="faultAt.x + faultAt.width - 30" :y="LINE_2_Y + 20" class="end">
          {{ wires.get('fault')?.shown ?? wires.get('soil fault')?.shown }}
        </text>
      </g>
      <text x="12" y="22" class="quiet">Press a bond, a wire,</text>
      <text x="12" y="40" class="quiet">a can, an electrode.</text>
    </svg>
  </div>
</template>
