<script setup lang="ts">
import { computed } from 'vue'
import { useTakeOff } from './useTakeOff'
import { treeRows } from '../../../drawing/tree'
import { useJob } from '../../../state/job'

/** The job as a picture beside the list: a line lights what it is for, and a place that is pressed shows its lines. */
const goods = useTakeOff()
const store = useJob()
const ROW = 62
const STEP = 18
const WIDTH = 280
interface Place {
  key: string
  name: string
  shape: 'can' | 'run' | 'ground'
  x: number
  y: number
  wide: number
  path: string
  status: string
}

const rows = computed(() => (store.job ? treeRows(store.job) : []))
const at = computed(
  () => new Map(rows.value.map((row, i) => [row.id, { x: 10 + row.depth * STEP, y: 12 + i * ROW, row }])),
)
const height = computed(() => rows.value.length * ROW + 16)

/** From the foot of a can down its side, and in to what it feeds. */
function way(origin: string, target: string, aside = 0): string {
  const from = at.value.get(origin)
  const to = at.value.get(target)
  if (!from || !to) return ''
  const x = from.x + 8 + aside
  return `M ${x} ${from.y + 34} V ${to.y + 17} H ${to.x}`
}

const electrodesOf = (building: string) =>
  Object.entries(store.job?.electrodes ?? {}).filter(([, one]) => building && one.building === building)

const places = computed<Place[]>(() => {
  const found: Place[] = []
  const grounded = new Set<string>()
  for (const [id, run] of Object.entries(store.job?.runs ?? {})) {
    const to = at.value.get(run.target)
    const path = way(run.origin, run.target, run.alternate ? -4 : 0)
    // a standby feeder is named where it begins: where it ends the usual one has its name
    const named = run.alternate ? at.value.get(run.origin) : to
    if (to && named && path)
      found.push({
        key: `runs/${id}`,
        name: run.name,
        shape: 'run',
        x: named.x + 8,
        y: named.y - 8,
        wide: 0,
        path,
        status: run.status,
      })
  }
  for (const { x, y, row } of at.value.values()) {
    const below = grounded.has(row.building) ? [] : electrodesOf(row.building)
    grounded.add(row.building)
    const wide = WIDTH - x - 20 - Math.max(1, below.length) * 28
    found.push({ key: `${row.kind}/${row.id}`, name: row.name, shape: 'can', x, y, wide, path: '', status: row.status })
    const ground = { shape: 'ground' as const, y: y + 6, wide: 0, path: '' }
    below.forEach(([id, one], n) =>
      found.push({ ...ground, key: `electrodes/${id}`, name: one.name, x: x + wide + 22 + n * 28, status: one.status }),
    )
  }
  return found
})
const asks = computed(() => new Map(goods.parts.map((one) => [one.key, one])))
/** What asks for something and has no place in the picture: circuits, boxes, what was added by hand. */
const others = computed(() => {
  const drawn = new Set(places.value.map((one) => one.key))
  return goods.parts.filter((one) => !drawn.has(one.key))
})
const label = ({ key, name }: Place): string => {
  const one = asks.value.get(key)
  const lit = goods.lit.has(key) ? ', asks for the chosen line' : ''
  return one ? `${name} · ${one.count} ${one.count === 1 ? 'line' : 'lines'}${lit}` : `${name}, nothing new`
}
const short = (name: string, most: number): string => (name.length > most ? `${name.slice(0, most - 1)}…` : name)

function press(key: string): void {
  if (asks.value.has(key)) goods.seePart(key)
}
</script>

<template>
  <nav class="asking" aria-label="What asks for it">
    <h2 class="survey-title">What asks for it</h2>
    <svg class="job-picture" :viewBox="`0 0 ${WIDTH} ${height}`" role="group" aria-label="The job">
      <g
        v-for="one in places"
        :key="one.key"
        class="job-place"
        :class="[
          one.shape,
          `is-${one.status}`,
          { asks: asks.has(one.key), lit: goods.lit.has(one.key), chosen: goods.part === one.key },
        ]"
        :role="asks.has(one.key) ? 'button' : 'img'"
        :tabindex="asks.has(one.key) ? 0 : -1"
        :aria-pressed="asks.has(one.key) ? goods.part === one.key : undefined"
        :aria-label="label(one)"
        @click="press(one.key)"
        @keydown.enter.prevent="press(one.key)"
        @keydown.space.prevent="press(one.key)">
        <template v-if="one.shape === 'run'">
          <path class="touch" :d="one.path" />
          <path class="wire" :d="one.path" />
          <text :x="one.x" :y="one.y + 4">
            {{ short(one.name, 26) }}
            <template v-if="asks.has(one.key)">· {{ asks.get(one.key)!.count }}</template>
          </text>
        </template>
        <template v-else-if="one.shape === 'can'">
          <rect :x="one.x" :y="one.y" :width="one.wide" height="34" rx="2" />
          <text :x="one.x + 8" :y="one.y + 21">
            {{ short(one.name, Math.floor((one.wide - 30) / 6.4)) }}
            <template v-if="asks.has(one.key)">· {{ asks.get(one.key)!.count }}</template>
          </text>
        </template>
        <template v-else>
          <rect class="touch" :x="one.x - 14" :y="one.y - 8" width="28" height="44" />
          <path class="wire" :d="`M ${one.x} ${one.y} v 12 m -10 0 h 20 m -16 5 h 12 m -8 5 h 4`" />
        </template>
      </g>
    </svg>
    <v-way-button :class="{ chosen: !goods.part }" :aria-pressed="!goods.part" @click="goods.seePart('')">
      The whole job
    </v-way-button>
    <v-way-button
      v-for="one in others"
      :key="one.key"
      :class="{ chosen: goods.part === one.key, lit: goods.lit.has(one.key) }"
      :aria-pressed="goods.part === one.key"
      @click="press(one.key)">
      <span>{{ one.name }}</span> <small>{{ one.count }}</small>
      <span v-if="goods.lit.has(one.key)" class="lit-mark" aria-label="asks for the chosen line">◂</span>
    </v-way-button>
  </nav>
</template>

<style scoped>
.asking {
  display: flex;
  flex-direction: column;
  gap: 6px;
  position: sticky;
  top: 0;
  align-self: start;
  max-height: calc(100vh - 160px);
  overflow-y: auto;
}
.job-picture {
  width: 100%;
  max-width: 340px;
}
.job-place.asks {
  cursor: pointer;
}
.job-place:focus-visible {
  outline: 3px solid rgb(var(--v-theme-primary));
  outline-offset: 2px;
}
.asking .way.lit {
  border-color: rgb(var(--v-theme-primary));
  border-width: 2px;
}
@media (max-width: 900px) {
  .asking {
    flex-direction: row;
    flex-wrap: wrap;
    position: static;
    max-height: none;
  }
}
</style>
