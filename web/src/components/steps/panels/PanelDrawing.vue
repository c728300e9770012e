<script setup lang="ts">
import { computed, ref } from 'vue'
import { usePanel } from './usePanel'
import { amperes } from '../../../format/quantities'
import { useJob } from '../../../state/job'

/** The panel itself: slots on their legs, devices as tall as they are; dragged, or moved by the arrow keys. */
const panel = usePanel()
const store = useJob()
const held = ref('')
const over = ref(0)
const plan = computed(() => panel.plan)
const rows = computed(() => Math.max(1, ...(plan.value?.slots.map((slot) => slot.row) ?? [1])))
const places = computed(() => {
  const slots = new Map(plan.value?.slots.map((slot) => [slot.slot, slot]))
  return (plan.value?.circuits ?? [])
    .filter((one) => one.slots.length)
    .map((one) => {
      const at = one.slots.map((slot) => slots.get(slot)!).sort((a, b) => a.row - b.row)
      return { one, first: at[0]!, last: at.at(-1)! }
    })
})
/** A row in which a half-size device stands is twice as tall, so that each half can be hit by a thumb. */
const heights = computed(() => {
  const tall = new Set(places.value.filter((place) => place.one.half).map((place) => place.first.row))
  return Array.from({ length: rows.value }, (_, i) => (tall.has(i + 1) ? '90px' : '44px')).join(' ')
})
const taken = computed(() => new Set(plan.value?.circuits.flatMap((one) => one.slots)))
const column = (left: boolean): number => (left ? 2 : 5)

/** The worst finding of each circuit, to be marked on its device. */
const wrong = computed(() => {
  const found: Record<string, string> = {}
  for (const one of store.plan?.findings ?? []) {
    for (const where of [one.where, ...one.also]) {
      const [, kind, id] = where.split('/')
      if (kind === 'circuits' && id && !found[id] && one.severity !== 'holds') found[id] = one.severity
    }
  }
  for (const cable of plan.value?.move?.cables ?? []) if (cable.state === 'short') found[cable.circuit] ??= 'fix'
  return found
})

function label(one: (typeof places.value)[number]['one']): string {
  const legs = plan.value?.one_line ? '' : `, leg ${one.legs.join(' and ')}`
  const bad = wrong.value[one.id] ? `, ${wrong.value[one.id]}` : ''
  const stands = `${one.name} ${one.rating_a || '?'}, slot ${one.slots.join(' and ')}${legs}`
  return `${stands}, ${one.device}, ${one.load_known ? `load ${amperes(one.load_a)}` : 'load not known'}${bad}`
}

/** Which inverter is on the upper terminal, and which on the lower, with their legs. */
function inverters(lands: readonly string[]): string {
  return lands.map((one) => one.replace(/^inverter (\d).*leg (\d)$/, '$1 on L$2')).join(', ')
}

function enter(slot: number): void {
  if (!held.value || over.value === slot) return
  over.value = slot
  panel.tryAt(held.value, slot)
}

function drop(slot: number): void {
  const id = held.value
  held.value = ''
  over.value = 0
  if (id) void panel.moveTo(id, slot)
}

function letGo(): void {
  held.value = ''
  over.value = 0
  store.forgetTry()
}

const KEYS: Record<string, (columns: number, slot: number) => number> = {
  ArrowUp: (columns) => -columns,
  ArrowDown: (columns) => columns,
  ArrowLeft: (_, slot) => (slot % 2 === 0 ? -1 : -2),
  ArrowRight: (_, slot) => (slot % 2 === 1 ? 1 : 2),
}

function onKey(event: KeyboardEvent, id: string, slot: number): void {
  const by = KEYS[event.key]
  if (!by) return
  event.preventDefault()
  panel.step(id, by(plan.value?.columns ?? 2, slot), event.shiftKey)
}
</script>

<template>
  <div
    v-if="plan"
    class="panel-can"
    :style="{ '--rows': rows }"
    role="group"
    :aria-label="`${plan.name}, slot by slot: arrow keys move a device, with Shift it changes places`">
    <p class="panel-main">{{ plan.main === 'lugs' ? $fill('{lugs_only}') : plan.main.replace('_', '-') }}</p>
    <div class="panel-slots" :class="{ single: plan.columns === 1 }" :style="{ gridTemplateRows: heights }">
      <template v-for="slot in plan.slots" :key="slot.slot">
        <span class="slot-number" :style="{ gridRow: slot.row, gridColumn: slot.left ? 1 : 6 }">{{ slot.slot }}</span>
        <span
          class="stab"
          :class="`leg-${slot.leg}`"
          :style="{ gridRow: slot.row, gridColumn: slot.left ? 3 : 4 }"
          aria-hidden="true"
          >{{ plan.one_line ? '' : `L${slot.leg}` }}</span
        >
        <span
          class="slot"
          :class="{ over: over === slot.slot, half: slot.half, taken: taken.has(slot.slot) }"
          :style="{ gridRow: slot.row, gridColumn: column(slot.left) }"
          @dragover.prevent="enter(slot.slot)"
          @drop.prevent="drop(slot.slot)" />
      </template>
      <button
        v-for="{ one, first, last } in places"
        :key="one.id"
        class="breaker"
        :class="[
          `half-${one.half || 'none'}`,
          wrong[one.id],
          { picked: one.id === panel.chosen, held: one.id === held, going: one.status !== 'existing' },
        ]"
        :style="{ gridRow: `${first.row} / ${last.row + 1}`, gridColumn: column(first.left) }"
        draggable="true"
        :aria-label="label(one)"
        :aria-pressed="one.id === panel.chosen"
        @click="panel.choose(one.id)"
        @dragstart="held = one.id"
        @dragend="letGo"
        @dragover.prevent="enter(one.slots[0] ?? 0)"
        @drop.prevent="drop(over || (one.slots[0] ?? 0))"
        @keydown="onKey($event, one.id, one.slots[0] ?? 1)">
        <span class="breaker-name"
          >{{ one.name }} <small v-if="one.lands.length">{{ inverters(one.lands) }}</small></span
        >{{ ' ' }}
        <b>{{ one.rating_a || '?' }}</b>
        <span
          class="breaker-load"
          :class="{ over: one.over }"
          :style="{ width: `${one.rating_a ? Math.min(100, (100 * one.load_a) / one.rating_a) : 0}%` }" />
      </button>
    </div>
  </div>
</template>

<style scoped src="./PanelDrawing.css"></style>
