<script setup lang="ts">
import { computed } from 'vue'
import type { Line, TakeOffOnScreen } from '../../composables/useTakeOff'

/** At the counter, with one hand: shop by shop, what is taken and what is not there. */
const props = defineProps<{ goods: TakeOffOnScreen }>()
const shops = computed(() => {
  const by = new Map<string, Line[]>()
  for (const [, lines] of props.goods.kinds.value)
    for (const line of lines) {
      if (line.crossed_out) continue
      const shop = props.goods.priceOf.value.get(line.key)?.shop || 'no shop yet'
      by.set(shop, [...(by.get(shop) ?? []), line])
    }
  return [...by.entries()]
})
const left = (lines: Line[]): number => lines.filter((line) => line.got !== 'got').length

function mark(line: Line, got: string): void {
  void props.goods.change({ got: line.got === got ? '' : got }, line.key)
}
</script>

<template>
  <section v-for="[shop, lines] in shops" :key="shop" class="pick-list" :aria-label="shop">
    <h2 class="survey-title">{{ shop }}: {{ left(lines) ? `${left(lines)} to take` : 'all taken' }}</h2>
    <div v-for="line in lines" :key="line.key" class="outlet" role="group" :aria-label="line.words">
      <p>
        <b>{{ line.shown }}</b> {{ line.words }}
        <small v-if="line.got === 'not_there'">not there{{ line.differs ? `: ${line.differs}` : '' }}</small>
      </p>
      <button class="cure big" :aria-pressed="line.got === 'got'" @click="mark(line, 'got')">Got it</button>
      <button class="cure plain big" :aria-pressed="line.got === 'not_there'" @click="mark(line, 'not_there')">
        Not there
      </button>
    </div>
  </section>
</template>
