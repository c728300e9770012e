<script setup lang="ts">
import { link } from '../../../api/transport'
import { computed, ref } from 'vue'
import { useWhileShown } from '../../../composables/useWhileShown'
import SupplierList from './SupplierList.vue'
import { usePrices } from './usePrices'
import { useSupplierList } from './useSupplierList'
import { useTakeOff } from './useTakeOff'
import { useMoney } from '../../../composables/useMoney'
import { useJob } from '../../../state/job'

/** Where it is bought: ways to shop beside each other, where the money is, and the price books. */
const goods = useTakeOff()
const store = useJob()
const prices = usePrices()
const supplier = useSupplierList()
const name = ref('')
const trip = ref('0')
const file = ref<HTMLInputElement | null>(null)
useWhileShown(prices)
const list = computed(() => goods.prices)
const { exact: money } = useMoney()
const most = computed(() => Math.max(1, ...Object.values(list.value?.kinds ?? {})))
const used = computed(() => new Set(Object.values(store.job?.prices.quoted ?? {}).map((one) => one.book)))
const quoted = computed(() => Object.keys(store.job?.prices.quoted ?? {}).length)
const partName = (key: string): string => goods.parts.find((one) => one.key === key)?.name ?? key
const dear = computed(() => Object.entries(goods.totals?.parts ?? {}).sort(([, a], [, b]) => b - a))
/** How old a price is, in days, by the clock of whoever looks. */
const age = (day: string): string => {
  const days = Math.floor((Date.now() - Date.parse(day)) / 86_400_000)
  return days > 30 ? `, ${days} days old` : ''
}

async function read(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (file.value && chosen)
    await supplier.begin(name.value.trim() || chosen.name.slice(0, 80), Number(trip.value) || 0, await chosen.text())
  if (file.value) file.value.value = ''
}
</script>

<template>
  <section class="prices-part" aria-label="Prices">
    <h2 class="survey-title">What it costs</h2>
    <p v-if="list?.simulated" class="because">Some of these prices are simulated: no real shop stands behind them.</p>
    <template v-if="list?.splits.length">
      <div class="table-scroll" tabindex="0">
        <v-table class="other-ways">
          <thead>
            <tr>
              <th>Where</th>
              <th class="number">Goods</th>
              <th class="number">Trips</th>
              <th class="number">Together</th>
              <th class="number">Not there</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in list.splits" :key="one.words">
              <td>
                {{ one.words }}<small v-if="one.shops.length > 1">{{ one.shops.join(', ') }}</small>
              </td>
              <td class="number">{{ money(one.lines_cost) }}</td>
              <td class="number">{{ money(one.trips_cost) }}</td>
              <td class="number">
                <b>{{ money(one.cost) }}</b>
              </td>
              <td class="number">{{ one.missing }}</td>
            </tr>
          </tbody>
        </v-table>
      </div>
      <ul class="money-bars" aria-label="Where the money is">
        <li v-for="(sum, kind) in list.kinds" :key="kind">
          <span>{{ kind }}</span>
          <span class="money-bar"><span :style="{ width: `${(100 * sum) / most}%` }" /></span>
          <span class="number">{{ money(sum) }}</span>
        </li>
      </ul>
      <div v-if="goods.totals" class="totals">
        <section aria-label="By building">
          <h3>By building</h3>
          <ul class="plain-list">
            <li v-for="(sum, home) in goods.totals.buildings" :key="home">{{ home }}: {{ money(sum) }}</li>
          </ul>
        </section>
        <section aria-label="By part">
          <h3>By part</h3>
          <ul class="plain-list">
            <li v-for="[key, sum] in dear.slice(0, 8)" :key="key">
              <button class="cite" @click="goods.seePart(key)">{{ partName(key) }}</button>: {{ money(sum) }}
            </li>
          </ul>
        </section>
        <section aria-label="By shop">
          <h3>By shop</h3>
          <ul class="plain-list">
            <li v-for="[shop, sum] in goods.byShop" :key="shop">{{ shop }}: {{ money(sum) }}</li>
          </ul>
        </section>
      </div>
      <p v-if="list.unpriced.length">
        No price for {{ list.unpriced.length }}: {{ list.unpriced.slice(0, 6).join('; ') }}.
      </p>
    </template>
    <p v-else>No price books yet. Read one from a file, or ask a simulated shop.</p>
    <p v-if="prices.busy" role="status">{{ prices.busy }}</p>
    <p v-if="prices.trouble" class="trouble" role="alert">{{ prices.trouble }}</p>
    <ul class="plain-list">
      <li v-for="one in prices.books" :key="one.name">
        <b>{{ one.name }}</b>: {{ one.lines }} prices<template v-if="one.currency"> in {{ one.currency }}</template
        ><template v-if="one.oldest">, of {{ one.oldest }}{{ age(one.oldest) }}</template
        >; a trip costs {{ money(one.trip) }}
        <v-plain-button :href="link('/api/books/{name}.csv', { name: one.name })" download>Save as CSV</v-plain-button>
        <v-plain-button
          v-if="one.has_list"
          :aria-label="`Match more of his list, ${one.name}`"
          @click="supplier.begin(one.name, one.trip, '')"
          >Match more of his list</v-plain-button
        >
        <v-plain-button :aria-label="`Drop it, ${one.name}`" @click="prices.drop(one.name)">Drop it</v-plain-button>
      </li>
    </ul>
    <p v-for="one in goods.leftAside" :key="one" class="because">Left aside. {{ one }}.</p>
    <div v-if="prices.books.length" class="part-buttons">
      <v-act-button @click="prices.take(prices.books.map((one) => one.name))">
        Plan with the prices of these books
      </v-act-button>
      <v-plain-button v-if="quoted" @click="prices.take([])">Plan by weight again</v-plain-button>
    </div>
    <p v-if="quoted" class="because">
      {{ quoted }} prices of wire, cable and pipe stand in the job, from {{ [...used].join(', ') }}. The site and the
      other ways of each run count with them; what is not among them counts by weight and bore.
    </p>
    <p v-else class="because">The site and the other ways of each run count wire by its metal and pipe by its bore.</p>
    <div class="move-start">
      <v-text-field v-model="name" class="pick" label="Supplier" maxlength="80" placeholder="name of the shop" />
      <v-text-field v-model="trip" class="pick few" label="A trip there costs" inputmode="decimal" />
      <v-act-button @click="file?.click()">Read a price list</v-act-button>
    </div>
    <p class="because">
      Any CSV: you say once which of his columns is what. A book in our own columns (item, what, unit, size, price,
      least, day, in_stock, cut_fee) is taken in at once.
    </p>
    <p v-if="supplier.trouble && !supplier.open" class="trouble" role="alert">{{ supplier.trouble }}</p>
    <SupplierList v-if="supplier.open" />
    <div class="part-buttons">
      <v-plain-button v-for="shop in goods.shops" :key="shop" @click="prices.ask(shop)">
        Ask {{ shop }}
      </v-plain-button>
      <v-plain-button v-if="goods.shops.length" @click="prices.ask(goods.shops[0]!, { late: true })">
        Ask one that answers late
      </v-plain-button>
      <v-plain-button v-if="goods.shops.length" @click="prices.ask(goods.shops[0]!, { silent: true })">
        Ask one that is silent
      </v-plain-button>
    </div>
    <input
      ref="file"
      type="file"
      accept=".csv,text/csv"
      class="sr-only"
      aria-label="Price list as CSV"
      tabindex="-1"
      @change="read" />
  </section>
</template>

<style scoped>
.totals {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 32px;
}
.money-bars {
  list-style: none;
  padding: 0;
  margin: 10px 0;
}
.money-bar {
  height: 14px;
  border: 1px solid rgb(var(--v-theme-line));
}
</style>
