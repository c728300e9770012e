<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { usePanel } from './usePanel'
import { useJob } from '../../../state/job'

/** The old can and the new one on the wall, with each cable between: whole where it reaches, broken where not. */
const panel = usePanel()
const store = useJob()
const plan = computed(() => panel.plan!)
const move = computed(() => plan.value.move!)
const ROW = 16
const WIDE = 150
const GAP = 330
const TOP = 30

type Slot = Schemas['SlotPlan']
interface Can {
  x: number
  y: number
  name: string
  slots: Slot[]
  columns: number
}
const rows = (slots: Slot[]): number => Math.max(1, ...slots.map((slot) => slot.row))
const toRight = computed(() => (panel.layout?.moved_right_m ?? 0) >= 0)
const lift = computed(() => Math.max(-60, Math.min(60, (panel.layout?.moved_up_m ?? 0) * 40)))
const cans = computed<{ old: Can; fresh: Can }>(() => {
  const near = 10
  const far = near + WIDE + GAP
  const highest = Math.max(0, lift.value)
  const old = {
    x: toRight.value ? near : far,
    y: TOP + highest,
    name: move.value.old_name,
    slots: move.value.old_slots,
    columns: 1,
  }
  const fresh = {
    x: toRight.value ? far : near,
    y: TOP + highest - lift.value,
    name: plan.value.name,
    slots: plan.value.slots,
    columns: plan.value.columns,
  }
  old.columns = old.slots.some((slot) => !slot.left) ? 2 : 1
  return { old, fresh }
})
const height = computed(
  () =>
    Math.max(
      cans.value.old.y + rows(cans.value.old.slots) * ROW,
      cans.value.fresh.y + rows(cans.value.fresh.slots) * ROW,
    ) + TOP,
)
const width = 2 * WIDE + GAP + 20

function place(can: Can, slot: Slot): { x: number; y: number; w: number } {
  const w = WIDE / can.columns
  return { x: can.x + (slot.left ? 0 : w), y: can.y + (slot.row - 1) * ROW, w }
}

function end(can: Can, numbers: number[], inner: number): { x: number; y: number } | null {
  const slot = can.slots.find((one) => one.slot === numbers[0])
  if (!slot) return null
  return { x: can.x + (inner > 0 ? WIDE : 0), y: can.y + (slot.row - 0.5) * ROW + (slot.left ? -2 : 2) }
}

const boxAt = computed(() => {
  const used = plan.value.boxes.map((box) => box.id)
  return new Map(used.map((id, i) => [id, { x: 10 + WIDE + GAP / 2, y: TOP + 20 + i * 44 }]))
})

const cables = computed(() =>
  move.value.cables.flatMap((one) => {
    const kept = store.job?.circuits[one.circuit]
    const from = end(cans.value.old, kept?.old_slots ?? [], toRight.value ? 1 : -1)
    const to = end(cans.value.fresh, kept?.slots ?? [], toRight.value ? -1 : 1)
    if (!from || !to) return []
    const box = kept?.extended_in ? boxAt.value.get(kept.extended_in) : undefined
    const middle = box ?? { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
    const bend = Math.abs(middle.x - from.x) * 0.6 * (toRight.value ? 1 : -1)
    const into = `${middle.x - bend} ${middle.y} ${middle.x} ${middle.y}`
    const first = `M ${from.x} ${from.y} C ${from.x + bend} ${from.y} ${into}`
    const second = `C ${middle.x + bend} ${middle.y} ${to.x - bend} ${to.y} ${to.x} ${to.y}`
    // what is short ends where it ends: the rest of the way is missing
    return [{ one, path: one.state === 'short' ? first : `${first} ${second}`, tip: middle }]
  }),
)
const taken = (can: 'old' | 'fresh'): Set<number> =>
  new Set(
    Object.values(store.job?.circuits ?? {})
      .filter((one) => one.enclosure === panel.key)
      .flatMap((one) => (can === 'old' ? one.old_slots : one.slots)),
  )
const label = computed(() => {
  const short = move.value.cables.filter((one) => one.state === 'short').length
  const both = `${move.value.old_name} and ${plan.value.name}`
  return `${both}, ${move.value.cables.length} cables between, ${short} short; the table below has each`
})
</script>

<template>
  <svg class="move-board" :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="label">
    <g v-for="side in ['old', 'fresh'] as const" :key="side" :class="side">
      <text :x="cans[side].x" :y="cans[side].y - 10" class="can-name">{{ cans[side].name }}</text>
      <rect
        class="can"
        :x="cans[side].x - 4"
        :y="cans[side].y - 4"
        :width="WIDE + 8"
        :height="rows(cans[side].slots) * ROW + 8" />
      <g v-for="slot in cans[side].slots" :key="slot.slot">
        <rect
          class="seat"
          :class="{ taken: taken(side).has(slot.slot) }"
          :x="place(cans[side], slot).x + 1"
          :y="place(cans[side], slot).y + 1"
          :width="place(cans[side], slot).w - 2"
          :height="ROW - 2" />
        <text
          class="seat-number"
          :x="place(cans[side], slot).x + place(cans[side], slot).w / 2"
          :y="place(cans[side], slot).y + ROW - 4">
          {{ slot.slot }}
        </text>
      </g>
    </g>
    <g v-for="cable in cables" :key="cable.one.circuit">
      <path
        class="cable"
        :class="[cable.one.state.replace(' ', '-'), { picked: cable.one.circuit === panel.chosen }]"
        :d="cable.path" />
      <path
        v-if="cable.one.state === 'short'"
        class="cut"
        :d="`M ${cable.tip.x - 5} ${cable.tip.y - 5} l 10 10 m 0 -10 l -10 10`" />
    </g>
    <g v-for="box in plan.boxes" :key="box.id">
      <rect
        class="joint"
        :class="{ full: !box.holds }"
        :x="boxAt.get(box.id)!.x - 17"
        :y="boxAt.get(box.id)!.y - 17"
        width="34"
        height="34" />
      <text class="seat-number" :x="boxAt.get(box.id)!.x" :y="boxAt.get(box.id)!.y + 5">{{ box.id }}</text>
    </g>
  </svg>
</template>

<style scoped>
.move-board {
  width: 100%;
  max-width: 760px;
  max-height: 520px;
}
.move-board .can-name {
  font-size: 16px;
  font-weight: 600;
  fill: rgb(var(--v-theme-on-surface));
}
.move-board .seat {
  fill: none;
  stroke: rgb(var(--v-theme-line));
}
.move-board .seat.taken {
  fill: rgb(var(--v-theme-background));
  stroke: rgb(var(--v-theme-on-surface));
}
.move-board .seat-number {
  font-size: 11px;
  text-anchor: middle;
  fill: rgb(var(--v-theme-on-surface));
}
.move-board .cable {
  fill: none;
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2;
}
.move-board .cable.short {
  stroke: rgb(var(--v-theme-error));
  stroke-width: 3;
}
.move-board .cable.picked {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 5;
}
.move-board .joint {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 2;
}
.move-board .joint.full {
  stroke: rgb(var(--v-theme-error));
  stroke-dasharray: 4 3;
}
</style>
