<script setup lang="ts">
import { computed, ref } from 'vue'
import { useJob } from '../../../state/job'
import { useTakeOff, type Line } from './useTakeOff'

/** At the counter, with one hand: shop by shop, in the order of its shelves, what is taken and what is not there. */
const goods = useTakeOff()
const store = useJob()
const order = computed(() => store.job?.materials.shelf_order ?? [])
/** Kinds as the shop has them: those that a person put in order, then the others as the catalogue has them. */
const shelves = computed(() => {
  const place = (kind: string): number => (order.value.indexOf(kind) + 1 || order.value.length + 1) - 1
  return [...goods.kinds].sort(([a], [b]) => place(a) - place(b))
})
/** By shop, or by the day on which it is needed first. */
const byDay = ref(false)
const shops = computed(() => {
  const by = new Map<string, Line[]>()
  for (const [, lines] of shelves.value)
    for (const line of lines) {
      if (line.crossed_out) continue
      const shop = byDay.value
        ? goods.firstNeeded[line.key] || 'no day yet'
        : goods.priceOf.get(line.key)?.shop || 'no shop yet'
      by.set(shop, [...(by.get(shop) ?? []), line])
    }
  return byDay.value
    ? [...by.entries()].sort(([a], [b]) => a.localeCompare(b, 'en', { numeric: true }))
    : [...by.entries()]
})
const taken = (line: Line): boolean => line.got === 'got' && line.to_get <= 0
const left = (lines: Line[]): number => lines.filter((line) => !taken(line)).length

/** Put a kind one shelf ahead of where it is. */
function ahead(i: number): void {
  const kinds = shelves.value.map(([kind]) => kind)
  const moved = [...kinds.slice(0, i - 1), kinds[i]!, kinds[i - 1]!, ...kinds.slice(i + 1)]
  void store.edit([{ op: 'add', path: '/materials/shelf_order', value: moved }])
}

function mark(line: Line, got: string): void {
  if (got === 'got' && !taken(line)) return void goods.change({ got, had: line.bought }, line.key)
  void goods.change({ got: line.got === got ? '' : got, had: null }, line.key)
}
</script>

<template>
  <v-plain-button :aria-pressed="byDay" @click="byDay = !byDay">
    {{ byDay ? 'By shop' : 'By the day it is needed' }}
  </v-plain-button>
  <details class="layout-fields">
    <summary><b>Order of the shelves</b> <span>as the shop has them</span></summary>
    <ol class="shelf-order">
      <li v-for="([kind], i) in shelves" :key="kind">
        <span>{{ kind }}</span>
        <v-plain-button v-if="i" :aria-label="`${kind} comes sooner`" @click="ahead(i)">Sooner</v-plain-button>
      </li>
    </ol>
  </details>
  <section v-for="[shop, lines] in shops" :key="shop" class="pick-list" :aria-label="shop">
    <h2 class="survey-title">{{ shop }}: {{ left(lines) ? `${left(lines)} to take` : 'all taken' }}</h2>
    <div v-for="line in lines" :key="line.key" class="outlet" role="group" :aria-label="line.words">
      <p>
        <b>{{ line.shown }}</b> {{ line.words }}
        <small v-if="line.fact">{{ line.fact }}</small>
        <small v-if="line.got === 'not_there'">not there{{ line.differs ? `: ${line.differs}` : '' }}</small>
      </p>
      <v-act-button class="big" :aria-pressed="taken(line)" @click="mark(line, 'got')">Got it</v-act-button>
      <v-plain-button class="big" :aria-pressed="line.got === 'not_there'" @click="mark(line, 'not_there')">
        Not there
      </v-plain-button>
    </div>
  </section>
</template>
