<script setup lang="ts">
import { ref } from 'vue'
import { useTakeOff } from '../../composables/useTakeOff'
import { useJob } from '../../state/job'
import FindingsStrip from '../frame/FindingsStrip.vue'
import EstimatePart from './EstimatePart.vue'
import LineFields from './LineFields.vue'
import PickList from './PickList.vue'
import PricesPart from './PricesPart.vue'

/** Everything the plan needs: the parts of the job on one side, the list on the other; each lights the other. */
const store = useJob()
const goods = useTakeOff()
const shelf = ref(false)
const own = ref('')
const quantity = ref('1')

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
        <nav class="asking" aria-label="What asks for it">
          <h2 class="survey-title">What asks for it</h2>
          <button
            class="way"
            :class="{ chosen: !goods.part.value }"
            :aria-pressed="!goods.part.value"
            @click="goods.part.value = ''">
            The whole job
          </button>
          <button
            v-for="one in goods.parts.value"
            :key="one.key"
            class="way"
            :class="{ chosen: goods.part.value === one.key, lit: goods.lit.value.has(one.key) }"
            :aria-pressed="goods.part.value === one.key"
            @click="goods.part.value = goods.part.value === one.key ? '' : one.key">
            <span>{{ one.name }}</span> <small>{{ one.count }}</small>
            <span v-if="goods.lit.value.has(one.key)" class="lit-mark" aria-label="asks for the chosen line">◂</span>
          </button>
        </nav>
        <section class="goods" aria-label="The list">
          <p v-if="goods.trouble.value" class="trouble" role="alert">{{ goods.trouble.value }}</p>
          <div class="move-start">
            <label>Find <input v-model="goods.wanted.value" size="18" placeholder="wire, elbow ..." /></label>
            <button class="cure" :aria-pressed="shelf" @click="shelf = !shelf">
              {{ shelf ? 'The whole list' : 'Pick list' }}
            </button>
            <a class="cure link" :href="`/api/jobs/${store.state?.id}/materials.csv`" download>Save as CSV</a>
          </div>
          <p v-if="goods.found.value && !goods.found.value.lines.length">
            Nothing is new in this job, so nothing is needed. Mark what is new in the survey.
          </p>
          <PickList v-if="shelf" :goods="goods" />
          <section v-for="[kind, lines] in shelf ? [] : goods.kinds.value" :key="kind">
            <h2 class="survey-title">{{ kind }}</h2>
            <ul class="goods-list">
              <li v-for="line in lines" :key="line.key">
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
          <p v-if="goods.found.value" class="standing">
            Not counted: {{ goods.found.value.not_counted.join(', ') }}. Prices, shops and the estimate are not built
            yet.
          </p>
        </section>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer">
      <LineFields v-if="goods.line.value" :goods="goods" />
      <section v-else class="part-panel">
        <h1>{{ goods.found.value ? `${goods.found.value.lines.length} lines` : 'Counting' }}</h1>
        <p>Press a line: what asks for it stands here, and lights on the left. Press a part to see its lines alone.</p>
        <p v-if="goods.found.value?.comes_back.length">Comes back: {{ goods.found.value.comes_back.join(', ') }}.</p>
        <p v-if="goods.found.value?.copper_out_kg">
          Copper that comes out: about {{ goods.found.value.copper_out_kg.toFixed(0) }} kg.
        </p>
      </section>
    </div>
  </main>
</template>
