<script setup lang="ts">
import { computed } from 'vue'
import { useSupplierList } from './useSupplierList'
import { useTakeOff } from './useTakeOff'
import type { Schemas } from '../../../api/client'

/** A supplier's list as it came: his columns are chosen once, and his part numbers matched to what we need. */
const list = useSupplierList()
const goods = useTakeOff()
type Columns = Schemas['ListAnswer']['columns']
type Meaning = keyof Columns['headings']
const MEANINGS: [Meaning, string][] = [
  ['part', 'His part number'],
  ['words', 'His words'],
  ['price', 'Price'],
  ['unit', 'What the price is for'],
  ['size', 'Reel, stick or pack holds'],
  ['least', 'Least quantity'],
  ['day', 'Day of the price'],
  ['stock', 'In stock'],
  ['cut_fee', 'What a cut costs'],
]
const BASES: Columns['basis'][] = [
  'each',
  'per 100',
  'per 1000',
  'm',
  'per 100 m',
  'per 1000 m',
  'ft',
  'per 100 ft',
  'per 1000 ft',
  'stick',
  'reel',
  'pack',
  'L',
]
const read = computed(() => list.read!)
const columns = computed(() => read.value.columns)
const names = computed(() => [{ value: '', title: 'no column' }, ...read.value.names.map(named)])
const ours = computed(() => goods.goods.map((one, i) => ({ value: i, title: one.words })))
function named(name: string) {
  return { value: name, title: name }
}
function choose(meaning: Meaning, name: string): void {
  const headings = { ...columns.value.headings }
  if (name) headings[meaning] = name
  else delete headings[meaning]
  void list.change({ headings })
}
</script>

<template>
  <section class="supplier-list" :aria-label="`List of ${list.name}`">
    <h3>{{ list.name }}</h3>
    <p role="status">
      Prices read: {{ read.prices }}<template v-if="read.refused_count">; not read: {{ read.refused_count }}</template
      >. Goods that we know: {{ read.known }}; kept for matching: {{ read.unknown_count }}.<template
        v-if="read.remembered">
        Read as you chose the last time.</template
      >
    </p>
    <div class="table-scroll" tabindex="0">
      <v-table class="other-ways" aria-label="His list, the first rows">
        <thead>
          <tr>
            <th v-for="name in read.names" :key="name">{{ name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in read.sample.slice(0, 3)" :key="i">
            <td v-for="(cell, j) in row" :key="j">{{ cell }}</td>
          </tr>
        </tbody>
      </v-table>
    </div>
    <div class="choices">
      <v-select
        v-for="[meaning, words] in MEANINGS"
        :key="meaning"
        :label="words"
        :items="names"
        :model-value="columns.headings[meaning] ?? ''"
        @update:model-value="choose(meaning, $event)" />
      <v-select
        v-if="!columns.headings.unit"
        label="Every price is for"
        :items="BASES"
        :model-value="columns.basis"
        @update:model-value="list.change({ basis: $event })" />
      <v-select
        label="A number is written"
        :items="[
          { value: '.', title: '1,234.50' },
          { value: ',', title: '1.234,50' },
        ]"
        :model-value="columns.decimal"
        @update:model-value="list.change({ decimal: $event })" />
      <v-select
        label="Lengths are in"
        :items="[
          { value: false, title: 'metres' },
          { value: true, title: 'feet' },
        ]"
        :model-value="columns.feet"
        @update:model-value="list.change({ feet: $event })" />
      <v-text-field v-model="list.currency" label="Currency" maxlength="8" />
    </div>
    <template v-if="read.units.length">
      <h4>His units</h4>
      <div class="choices">
        <v-select
          v-for="one in read.units"
          :key="one.said"
          :label="one.said ? `“${one.said}”` : 'nothing'"
          :items="BASES"
          :model-value="one.basis"
          :error-messages="one.basis ? [] : ['say what it means']"
          @update:model-value="list.change({ bases: { ...columns.bases, [one.said]: $event! } })" />
      </div>
    </template>
    <ul v-if="read.refused.length" class="plain-list">
      <li v-for="one in read.refused.slice(0, 8)" :key="one.number">Line {{ one.number }}: {{ one.words }}.</li>
    </ul>
    <template v-if="read.unknown_count">
      <h4>Which of ours is it?</h4>
      <v-text-field
        v-model="list.find"
        label="Find in his list"
        maxlength="80"
        clearable
        @update:model-value="list.ask(columns)" />
      <ul class="plain-list matching">
        <li v-for="one in read.unknown.slice(0, 12)" :key="one.key">
          <span
            ><b>{{ one.part }}</b> {{ one.words }}<small>{{ one.price.toPrecision(4) }} per {{ one.unit }}</small></span
          >
          <v-autocomplete
            :items="ours"
            :label="`Ours, for ${one.part || one.words}`"
            :model-value="null"
            @update:model-value="list.match(one.key, $event === null ? null : (goods.goods[$event] ?? null))" />
        </li>
      </ul>
      <p v-if="read.unknown_count > 12" class="because">
        {{ read.unknown_count - 12 }} more: find them by his words. What is not matched stays with his list.
      </p>
    </template>
    <p v-if="list.trouble" class="trouble" role="alert">{{ list.trouble }}</p>
    <div class="part-buttons">
      <v-act-button :disabled="list.busy" @click="list.keep()">Keep this list</v-act-button>
      <v-plain-button @click="list.close()">Not now</v-plain-button>
    </div>
  </section>
</template>

<style scoped>
.supplier-list {
  border: 1px solid rgb(var(--v-theme-line));
  padding: 10px 14px;
  margin: 10px 0;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(165px, 1fr));
  gap: 8px 14px;
  margin: 10px 0;
}
.matching li {
  padding: 8px 0;
}
.matching small {
  display: block;
}
</style>
