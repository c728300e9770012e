<script setup lang="ts">
import FirstStep from '../parts/FirstStep.vue'
import { ref } from 'vue'
import { useTakeOff, type Line } from '../../composables/useTakeOff'
import { useMoney } from '../../composables/useMoney'
import { useJob } from '../../state/job'
import FindingsStrip from '../frame/FindingsStrip.vue'
import { parseMeasure } from '../../format/quantities'
import CommitField from '../parts/CommitField.vue'
import EstimatePart from './EstimatePart.vue'
import JobPicture from './JobPicture.vue'
import LineFields from './LineFields.vue'
import PickList from './PickList.vue'
import PricesPart from './PricesPart.vue'

/** Everything the plan needs: the parts of the job on one side, the list on the other; each lights the other. */
const store = useJob()
const CHUNK = 40
const goods = useTakeOff()
const shelf = ref(false)
const own = ref('')
const quantity = ref('1')

/** Long lists in pieces, so that the browser lays out only those that are seen. */
const chunks = (lines: Line[]): Line[][] =>
  Array.from({ length: Math.ceil(lines.length / CHUNK) }, (_, n) => lines.slice(n * CHUNK, (n + 1) * CHUNK))

const { exact: money } = useMoney()

async function add(): Promise<void> {
  if (!own.value.trim() || !(Number(quantity.value) > 0)) return
  await goods.add(own.value.trim(), Number(quantity.value), 'each')
  own.value = ''
  quantity.value = '1'
}
</script>

<template>
  <main class="sizing materials">
    <div class="center">
      <div class="center-scroll panels-scroll materials-body">
        <JobPicture :goods="goods" />
        <section class="goods" aria-label="The list">
          <p v-if="goods.trouble.value" class="trouble" role="alert">{{ goods.trouble.value }}</p>
          <div class="move-start">
            <label>Find <input v-model="goods.wanted.value" size="18" placeholder="wire, elbow ..." /></label>
            <button class="cure" :aria-pressed="shelf" @click="shelf = !shelf">
              {{ shelf ? 'The whole list' : 'Pick list' }}
            </button>
            <a class="cure link" :href="`/api/jobs/${store.state?.id}/materials.csv`" download>Save as CSV</a>
          </div>
          <template v-if="goods.found.value && !goods.found.value.lines.length">
            <FirstStep v-if="!Object.keys(store.job?.runs ?? {}).length" title="Nothing to buy yet" />
            <p v-else>Nothing is new in this job, so nothing is needed. Mark what is new in the survey.</p>
          </template>
          <PickList v-if="shelf" :goods="goods" />
          <section v-for="[kind, lines] in shelf ? [] : goods.kinds.value" :key="kind">
            <h2 class="survey-title">{{ kind }}</h2>
            <ul
              v-for="(part, n) in chunks(lines)"
              :key="n"
              class="goods-list"
              :style="{ containIntrinsicSize: `auto ${part.length * 46}px` }">
              <li v-for="line in part" :key="line.key">
                <button
                  class="goods-line"
                  :class="{ chosen: line.key === goods.chosen.value, crossed: line.crossed_out }"
                  :aria-pressed="line.key === goods.chosen.value"
                  @click="goods.chosen.value = line.key === goods.chosen.value ? '' : line.key">
                  <b class="number">{{ line.shown }}</b>
                  <span>{{ line.words }}</span>
                  <small v-if="goods.priceOf.value.get(line.key)?.cost != null"
                    >{{ goods.priceOf.value.get(line.key)!.cost!.toFixed(2) }} at
                    {{ goods.priceOf.value.get(line.key)!.shop }}</small
                  >
                  <small v-if="line.status === 'temporary'">for now, comes back</small>
                  <small v-if="line.differs">{{ line.differs }}</small>
                </button>
              </li>
            </ul>
          </section>
          <form class="move-start" @submit.prevent="add">
            <label
              >A line of your own <input v-model="own" size="24" maxlength="80" placeholder="drill bit, 1 in"
            /></label>
            <label>How many <input v-model="quantity" size="4" inputmode="decimal" /></label>
            <button class="cure" type="submit">Add it</button>
          </form>
          <PricesPart :goods="goods" />
          <EstimatePart :goods="goods" />
          <p v-if="goods.found.value" class="standing">Not counted: {{ goods.found.value.not_counted.join(', ') }}.</p>
        </section>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer">
      <LineFields v-if="goods.line.value" :goods="goods" />
      <section v-else class="part-panel">
        <h1>{{ goods.found.value ? `${goods.found.value.lines.length} lines` : 'Counting' }}</h1>
        <p>Press a line: what asks for it stands here, and lights on the left. Press a part to see its lines alone.</p>
        <template v-if="goods.found.value?.comes_back.length">
          <h2>Comes back</h2>
          <ul class="plain-list">
            <li v-for="words in goods.found.value.comes_back" :key="words">{{ words }}</li>
          </ul>
        </template>
        <template v-if="goods.found.value?.copper_out_kg">
          <h2>Comes out</h2>
          <p>
            About {{ goods.found.value.copper_out_kg.toFixed(0) }} kg of copper, {{ money(goods.found.value.scrap) }} at
            the yard.
          </p>
          <div class="fields">
            <CommitField
              label="The yard pays, per kg"
              :shown="String(store.job?.materials.scrap_per_kg ?? '')"
              :parse="(text) => parseMeasure(text, 'plain')"
              wrong="A price"
              @commit="store.edit([{ op: 'add', path: '/materials/scrap_per_kg', value: $event ?? 0 }])" />
          </div>
        </template>
      </section>
    </div>
  </main>
</template>
