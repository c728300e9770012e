<script setup lang="ts">
import { computed } from 'vue'
import { useMoney } from '../../../composables/useMoney'
import { useJob } from '../../../state/job'
import { useTakeOff } from './useTakeOff'

/** What the list comes to: its cost, by shop, what makes it dear, what is cheaper, what is still to get. */
const goods = useTakeOff()
const store = useJob()
const { exact: money } = useMoney()
const best = computed(() => goods.prices?.splits[0])
const lines = computed(() => goods.found?.lines ?? [])
const wordsOf = computed(() => new Map(lines.value.map((one) => [one.key, one.words])))
const DEAR = 5
const dear = computed(() =>
  [...(goods.prices?.lines ?? [])]
    .filter((one) => one.cost != null)
    .sort((a, b) => b.cost! - a.cost!)
    .slice(0, DEAR),
)
const unpriced = computed(() => goods.prices?.unpriced.length ?? 0)
const taken = computed(() => lines.value.filter((one) => one.had != null))
const toGet = computed(() => taken.value.filter((one) => one.to_get > 0))
const over = computed(() => taken.value.filter((one) => one.to_get < 0))
const now = computed(() => goods.ways?.find((one) => !one.cure))
const cheaper = computed(() =>
  (goods.ways ?? []).filter(
    (one) => one.cure && now.value && !one.missing && !now.value.missing && one.total < now.value.total,
  ),
)
</script>

<template>
  <section class="part-panel" aria-label="What it comes to">
    <template v-if="best">
      <h1>{{ money(best.cost) }}</h1>
      <p>
        {{ best.words }}<template v-if="unpriced">; {{ unpriced }} of {{ lines.length }} lines have no price</template>
      </p>
    </template>
    <template v-else>
      <h1>{{ goods.found ? `${lines.length} lines` : 'Counting' }}</h1>
      <p v-if="lines.length">No prices yet. Read a price list below the lines, or ask a simulated shop.</p>
    </template>
    <template v-if="goods.found?.stranded.length">
      <h2>Your changes without a line</h2>
      <ul class="plain-list">
        <li v-for="one in goods.found.stranded" :key="one.key">
          {{ one.words }}
          <div class="part-buttons">
            <v-act-button v-for="cure in one.cures" :key="cure.words" @click="store.take(cure)">
              {{ cure.words }}
            </v-act-button>
          </div>
        </li>
      </ul>
    </template>
    <template v-if="taken.length">
      <h2>Taken</h2>
      <p>{{ taken.length }} of {{ lines.length }} lines.</p>
      <ul class="plain-list">
        <li v-for="one in [...toGet, ...over]" :key="one.key">{{ one.words }}: {{ one.fact }}</li>
      </ul>
    </template>
    <template v-if="goods.byShop.length">
      <h2>By shop</h2>
      <ul class="plain-list">
        <li v-for="[shop, cost] in goods.byShop" :key="shop">{{ shop }}: {{ money(cost) }}</li>
      </ul>
    </template>
    <template v-if="dear.length">
      <h2>What makes it dear</h2>
      <ul class="plain-list">
        <li v-for="one in dear" :key="one.key">{{ money(one.cost!) }} {{ wordsOf.get(one.key) }}</li>
      </ul>
    </template>
    <template v-if="best">
      <h2>What would make it cheaper</h2>
      <v-act-button v-if="!goods.ways" @click="goods.findWays()">Work the other ways out</v-act-button>
      <p v-else-if="!cheaper.length">No other way is cheaper whose lines all have a price.</p>
      <ul v-else class="plain-list">
        <li v-for="one in cheaper" :key="one.words">{{ one.words }}: {{ money(one.total) }}</li>
      </ul>
    </template>
    <p class="standing">
      Press a line: what asks for it stands here, and lights on the left. Press a part to see its lines alone.
    </p>
    <template v-if="goods.found?.comes_back.length">
      <h2>Comes back</h2>
      <ul class="plain-list">
        <li v-for="words in goods.found.comes_back" :key="words">{{ words }}</li>
      </ul>
    </template>
    <slot />
  </section>
</template>
