<script setup lang="ts">
import { useWhileShown } from '../../../composables/useWhileShown'
import { link } from '../../../api/transport'
import FirstStep from '../../frame/FirstStep.vue'
import { ref } from 'vue'
import { useTakeOff, type Line } from './useTakeOff'
import { useMoney } from '../../../composables/useMoney'
import { useJob } from '../../../state/job'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import { parseMeasure } from '../../../format/quantities'
import CommitField from '../../parts/CommitField.vue'
import EstimatePart from './EstimatePart.vue'
import JobPicture from './JobPicture.vue'
import LineFields from './LineFields.vue'
import MaterialsAnswer from './MaterialsAnswer.vue'
import PickList from './PickList.vue'
import PricesPart from './PricesPart.vue'

/** Everything the plan needs: the parts of the job on one side, the list on the other; each lights the other. */
const store = useJob()
const CHUNK = 40
const goods = useTakeOff()
useWhileShown(goods)
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
        <JobPicture />
        <section class="goods" aria-label="The list">
          <p v-if="goods.trouble" class="trouble" role="alert">{{ goods.trouble }}</p>
          <div class="move-start">
            <v-text-field v-model="goods.wanted" class="pick" label="Find" placeholder="wire, elbow ..." />
            <v-act-button :aria-pressed="shelf" @click="shelf = !shelf">
              {{ shelf ? 'The whole list' : 'Pick list' }}
            </v-act-button>
            <v-act-button :href="link('/api/jobs/{job_id}/materials.csv', { job_id: store.state?.id ?? '' })" download
              >Save as CSV</v-act-button
            >
          </div>
          <template v-if="goods.found && !goods.found.lines.length">
            <FirstStep v-if="!Object.keys(store.job?.runs ?? {}).length" title="Nothing to buy yet" />
            <p v-else>Nothing is new in this job, so nothing is needed. Mark what is new in the survey.</p>
          </template>
          <PickList v-if="shelf" />
          <section v-for="[kind, lines] in shelf ? [] : goods.kinds" :key="kind">
            <h2 class="survey-title">{{ kind }}</h2>
            <ul
              v-for="(part, n) in chunks(lines)"
              :key="n"
              class="goods-list"
              :style="{ containIntrinsicSize: `auto ${part.length * 46}px` }">
              <li v-for="line in part" :key="line.key">
                <button
                  class="goods-line"
                  :class="{ chosen: line.key === goods.chosen, crossed: line.crossed_out }"
                  :aria-pressed="line.key === goods.chosen"
                  @click="goods.chosen = line.key === goods.chosen ? '' : line.key">
                  <b class="number">{{ line.shown }}</b>
                  <span>{{ line.words }}</span>
                  <small v-if="goods.priceOf.get(line.key)?.cost != null"
                    >{{ goods.priceOf.get(line.key)!.cost!.toFixed(2) }} at
                    {{ goods.priceOf.get(line.key)!.shop }}</small
                  >
                  <small v-if="line.status === 'temporary'">for now, comes back</small>
                  <small v-if="line.differs">{{ line.differs }}</small>
                  <small v-if="line.fact">{{ line.fact }}</small>
                </button>
              </li>
            </ul>
          </section>
          <form class="move-start" @submit.prevent="add">
            <v-text-field
              v-model="own"
              class="pick"
              label="A line of your own"
              maxlength="80"
              placeholder="drill bit, 1 in" />
            <v-text-field v-model="quantity" class="pick few" label="How many" inputmode="decimal" />
            <v-act-button type="submit">Add it</v-act-button>
          </form>
          <PricesPart />
          <EstimatePart />
          <p v-if="goods.found" class="standing">Not counted: {{ goods.found.not_counted.join(', ') }}.</p>
        </section>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer" tabindex="0" role="region" aria-label="Answer">
      <LineFields v-if="goods.line" />
      <MaterialsAnswer v-else>
        <template v-if="goods.found?.copper_out_kg">
          <h2>Comes out</h2>
          <p>
            About {{ goods.found.copper_out_kg.toFixed(0) }} kg of copper, {{ money(goods.found.scrap) }} at the yard.
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
      </MaterialsAnswer>
    </div>
  </main>
</template>

<style scoped>
/* Materials: what asks on one side, the list on the other. */
.materials-body {
  display: grid;
  grid-template-columns: minmax(200px, 300px) minmax(0, 1fr);
  gap: 20px;
}
.goods-list {
  list-style: none;
  padding: 0;
  margin: 0;
  content-visibility: auto;
}
.goods-list:last-of-type {
  margin-bottom: 12px;
}
.goods-line {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  column-gap: 12px;
  width: 100%;
  min-height: 44px;
  align-items: center;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.goods-line.chosen {
  outline: 3px solid rgb(var(--v-theme-primary));
  outline-offset: -3px;
}
@media (max-width: 900px) {
  .materials-body {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

<style src="./materials.css"></style>
