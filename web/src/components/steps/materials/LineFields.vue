<script setup lang="ts">
import { computed } from 'vue'
import { useTakeOff } from './useTakeOff'
import { lengthText, parseLength, parseMeasure } from '../../../format/quantities'
import { useMoney } from '../../../composables/useMoney'
import { useJob } from '../../../state/job'
import CiteButton from '../../parts/CiteButton.vue'
import CommitField from '../../parts/CommitField.vue'
import WorkLines from '../../parts/WorkLines.vue'

/** A line: what asks for it, how the amount comes about, and what a person changes of it. */
const goods = useTakeOff()
const store = useJob()
const { exact: money } = useMoney()
const line = computed(() => goods.line!)
const kept = computed(() => store.job?.materials.changed[line.value.key])
const price = computed(() => goods.priceOf.get(line.value.key))
const own = computed(() => line.value.status === 'own')
const shown = (amount: number): string =>
  line.value.unit === 'm' ? lengthText(amount, store.units) : `${Number(amount.toPrecision(4))}`
const parse = (text: string): number | null =>
  line.value.unit === 'm' ? parseLength(text, store.units) : parseMeasure(text, 'plain')
const spare = computed(() => store.job?.materials.spare_percent[line.value.item])
const STEP: Record<string, string> = {
  runs: 'route', circuits: 'panels', enclosures: 'panels', boxes: 'panels', electrodes: 'electrodes',
} // prettier-ignore
const step = (where: string): string => STEP[where.split('/')[1] ?? ''] ?? 'materials'
</script>

<template>
  <section class="part-panel" aria-label="The line">
    <p class="run-name">{{ line.kind }}</p>
    <h1 aria-live="polite">{{ line.shown }}</h1>
    <p>{{ line.words }}</p>
    <p v-if="line.differs" class="because">{{ line.differs }}</p>
    <p v-if="line.fact" class="because">{{ line.fact }}</p>
    <template v-if="!own">
      <div class="fields">
        <CommitField
          label="Bought instead"
          :shown="kept?.quantity != null ? shown(kept.quantity) : ''"
          hint="as the plan says"
          empty-ok
          :parse="parse"
          wrong="An amount"
          @commit="goods.change({ quantity: $event })" />
        <CommitField
          label="Bought to spare"
          :shown="spare != null ? `${spare} %` : ''"
          hint="as is usual"
          empty-ok
          :parse="(text) => parseMeasure(text, 'percent')"
          wrong="Percent, for example 5"
          @commit="goods.spare(line.item, $event)" />
        <CommitField
          label="Note"
          :shown="kept?.note ?? ''"
          hint="for the counter"
          empty-ok
          :parse="(text) => text.trim()"
          wrong="A note"
          @commit="goods.change({ note: $event ?? '' })" />
      </div>
      <v-checkbox
        class="flag"
        :model-value="line.crossed_out"
        @update:model-value="goods.change({ crossed_out: Boolean($event) })"
        ><template #label>Crossed out: it is there, or it is not wanted</template></v-checkbox
      >
    </template>
    <v-plain-button v-else @click="goods.strike()">Take it off the list</v-plain-button>
    <template v-if="price">
      <h2>Where it is bought</h2>
      <p v-if="price.cost != null">
        <b>{{ money(price.cost) }}</b> at {{ price.shop }}: {{ price.words
        }}<template v-if="price.day">, price of {{ price.day }}</template>
      </p>
      <p v-else>{{ price.words }}</p>
      <ul class="plain-list">
        <li v-for="[shop, cost] in price.others" :key="shop">{{ shop }}: {{ money(Number(cost)) }}</li>
      </ul>
    </template>
    <h2>What asks for it</h2>
    <ul class="plain-list">
      <li v-for="(one, i) in line.asks" :key="i">
        <b>{{ shown(one.quantity) }}</b>{{ ' ' }}
        <router-link v-if="!own" :to="`/jobs/${store.state?.id}/${step(one.where)}`">{{ one.name }}</router-link>
        <span v-else>{{ one.name }}</span>: {{ one.why }} <CiteButton :text="one.citation" />
      </li>
    </ul>
    <template v-if="line.pieces_m.length">
      <h2>Cut to</h2>
      <p>{{ line.pieces_m.map((piece) => lengthText(piece, store.units)).join(', ') }}</p>
    </template>
    <template v-if="line.working.length">
      <h2>How much is bought</h2>
      <WorkLines :lines="line.working" />
    </template>
  </section>
</template>
