<script setup lang="ts">
import type { Schemas, Segment } from '../../../api/client'
import type { Field } from '../../../state/fields'
import type { Keyed } from '../../../drawing/rows'
import { useJob } from '../../../state/job'
import FieldSet from '../../parts/FieldSet.vue'

/** Bends made on the floor: what was measured for each, and the marks along its stick at true proportion. */
const props = defineProps<{ run: string; index: number; stretch: Keyed<Segment> }>()
const store = useJob()
const STANDS = ['stub', 'back_to_back']
type Values = Record<string, unknown>
const is =
  (...shapes: string[]) =>
  (one: Values) =>
    shapes.includes(String(one.shape))
const FIELDS: Field[] = [
  {
    field: 'shape', label: 'What is bent', type: 'choice', required: true,
    choices: [
      { value: 'offset', title: 'offset' },
      { value: 'kick', title: 'kick' },
      { value: 'saddle', title: 'saddle of three' },
      { value: 'box_saddle', title: 'saddle of four' },
      { value: 'stub', title: 'bend up' },
      { value: 'back_to_back', title: 'back to back' },
    ],
  },
  { field: 'over_m', label: 'How far over, or how high', type: 'depth', required: true },
  { field: 'away_m', label: 'How far to the obstacle', type: 'depth', zero: 0, only: (one) => !is('stub')(one) },
  { field: 'wide_m', label: 'Width of the obstacle', type: 'depth', zero: 0, only: is('box_saddle') },
  { field: 'angle_deg', label: 'Each bend, °', type: 'number', required: true, only: (one) => !is(...STANDS)(one) },
  { field: 'roll_m', label: 'Aside too', type: 'depth', zero: 0, only: is('offset') },
  { field: 'beside_m', label: 'From the pipe inside it', type: 'depth', zero: 0, hint: 'it stands alone' },
  { field: 'slope_deg', label: 'Level on it reads, °', type: 'number', zero: 0 },
  { field: 'take_up_m', label: 'Take-up of the shoe', type: 'depth', zero: 0, only: is(...STANDS) },
  { field: 'radius_m', label: 'Radius of the shoe', type: 'depth', required: true, only: is(...STANDS) },
] // prettier-ignore
const path = `/runs/${props.run}/segments/${props.stretch.key}/bent_by_hand`
const planned = (n: number): Schemas['BentPlan'] | undefined =>
  store.plan?.runs[props.run]?.pull?.bent.find((one) => one.segment === props.index && one.number === n)

function add(): void {
  void store.edit([{ op: 'add', path: `${path}/-`, value: { shape: 'offset', over_m: 0.1, away_m: 0.6 } }])
}

/** Marks and the stick between them on a line of 300; the whole stick is a little longer than its last mark. */
function drawn(plan: Schemas['BentPlan']) {
  const long = (plan.marks.at(-1)?.at_m ?? 1) * 1.15
  return plan.marks.map((mark, i) => ({ ...mark, x: (300 * mark.at_m) / long, i }))
}
</script>

<template>
  <details class="legs" :open="stretch.bent_by_hand.length > 0">
    <summary>
      <b>Bends made by hand</b>
      <span>{{ stretch.bent_by_hand.length || 'none' }}</span>
    </summary>
    <p class="because">They are part of the bends that the stretch counts. A heat box has no take-up.</p>
    <section v-for="(one, n) in stretch.bent_by_hand" :key="n" class="bent" :aria-label="`Bend ${n + 1}`">
      <FieldSet :fields="FIELDS" :at="`${path}/${n}`" :values="one as unknown as Record<string, unknown>" />
      <template v-if="planned(n)">
        <p>
          <b>{{ planned(n)!.words }}</b>
        </p>
        <svg viewBox="-6 0 330 52" class="stick" role="img" :aria-label="`Stick with ${planned(n)!.words}`">
          <rect x="0" y="20" width="318" height="12" />
          <g v-for="mark in drawn(planned(n)!)" :key="mark.i">
            <line :x1="mark.x" y1="14" :x2="mark.x" y2="38" />
            <text :x="mark.x" y="10">{{ mark.words }}</text>
            <text :x="mark.x" y="50">{{ mark.angle_deg }}° {{ mark.way > 0 ? 'up' : 'back' }}</text>
          </g>
        </svg>
      </template>
      <v-plain-button
        :aria-label="`Remove bend ${n + 1}`"
        @click="store.edit([{ op: 'remove', path: `${path}/${n}` }])">
        Remove
      </v-plain-button>
    </section>
    <div class="leg-buttons"><v-act-button @click="add">Add a bend</v-act-button></div>
  </details>
</template>

<style scoped>
.stick {
  width: 100%;
  max-width: 520px;
}
</style>
