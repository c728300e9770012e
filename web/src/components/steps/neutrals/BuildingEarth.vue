<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { lengthText, parseLength, parseMeasure } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CallsList from '../../parts/CallsList.vue'
import CommitField from '../../parts/CommitField.vue'
import WorkLines from '../../parts/WorkLines.vue'

/** What comes into a building and is bonded or not, its room with a bath or shower, and what the rules ask of both. */
const props = defineProps<{ building: string }>()
const store = useJob()
const noted = computed(() => store.job?.buildings[props.building])
const plan = computed(() => store.plan?.buildings[props.building])
const at = computed(() => `/buildings/${props.building}`)
const groups = computed(
  () => plan.value?.working.filter((g) => /^(earthing|bonding|entry|armour|wet_room)/.test(g.key)) ?? [],
)
const circuits = computed(() =>
  Object.entries(store.job?.runs ?? {})
    .filter(([, run]) => run.kind === 'branch')
    .map(([value, run]) => ({ value, title: `${value} ${run.name}` })),
)
const sizes = computed(() => [{ value: '', title: 'not seen' }, ...(store.options?.sizes.copper ?? [])])
const KINDS = [
  { value: 'water', title: 'water' },
  { value: 'gas', title: 'gas' },
  { value: 'oil', title: 'oil' },
  { value: 'steel', title: 'steel frame' },
  { value: 'other', title: 'other' },
]
const SEEN = [
  { value: '', title: 'not looked at' },
  { value: 'yes', title: 'yes' },
  { value: 'no', title: 'no' },
]
const METAL = [
  { value: '', title: 'not looked at' },
  { value: 'yes', title: 'metal' },
  { value: 'no', title: 'plastic' },
]
const seen = (value: boolean | null | undefined) => (value === null || value === undefined ? '' : value ? 'yes' : 'no')
const said = (word: string): boolean | null => (word ? word === 'yes' : null)

function put(path: string, value: unknown): void {
  void store.edit([{ op: 'add', path: `${at.value}/${path}`, value }] as never)
}

function setEntry(i: number, fields: Partial<Schemas['Entry-Output']>): void {
  for (const [field, value] of Object.entries(fields)) put(`entries/${i}/${field}`, value)
}
</script>

<template>
  <section v-if="noted" class="building-earth">
    <h2>What comes in</h2>
    <fieldset v-for="(entry, i) in noted.entries" :key="i" class="entry">
      <legend class="sr-only">Entry {{ i + 1 }}</legend>
      <div class="fields">
        <v-select
          label="Service"
          :model-value="entry.kind"
          :items="KINDS"
          @update:model-value="setEntry(i, { kind: $event })" />
        <v-select
          label="Where it enters"
          :model-value="seen(entry.metal)"
          :items="METAL"
          @update:model-value="setEntry(i, { metal: said($event) })" />
        <v-select
          v-if="entry.metal !== false"
          label="Bonded"
          :model-value="seen(entry.bonded)"
          :items="SEEN"
          @update:model-value="setEntry(i, { bonded: said($event) })" />
        <v-select
          v-if="entry.bonded"
          label="Bond, mm²"
          :model-value="entry.bond_size ?? ''"
          :items="sizes"
          @update:model-value="setEntry(i, { bond_size: $event || null })" />
        <CommitField
          v-if="entry.bonded"
          label="From its entry"
          :shown="
            entry.from_entry_m === null || entry.from_entry_m === undefined
              ? ''
              : lengthText(entry.from_entry_m, store.units)
          "
          hint="not measured"
          empty-ok
          :parse="(t) => parseLength(t, store.units)"
          :understood="(v) => lengthText(v, store.units)"
          wrong="A length, for example 0.4 m"
          @commit="setEntry(i, { from_entry_m: $event })" />
        <v-plain-button
          :aria-label="`Remove entry ${i + 1}`"
          @click="store.edit([{ op: 'remove', path: `${at}/entries/${i}` }])">
          Remove
        </v-plain-button>
      </div>
    </fieldset>
    <v-act-button @click="put('entries/-', { kind: 'water' })">Add what comes in</v-act-button>
    <h2>Room with a bath or shower</h2>
    <template v-if="noted.wet_room">
      <div class="fields">
        <v-select
          label="Circuits of it"
          multiple
          :model-value="noted.wet_room.circuits"
          :items="circuits"
          no-data-text="There is no final circuit yet"
          @update:model-value="put('wet_room/circuits', $event)" />
        <CommitField
          label="Its pipes to the earth terminal, Ω"
          :shown="
            noted.wet_room.parts_ohm === null || noted.wet_room.parts_ohm === undefined
              ? ''
              : `${noted.wet_room.parts_ohm} Ω`
          "
          hint="not measured"
          empty-ok
          :parse="(t) => (/^0(\.0*)?$/.test(t.trim()) ? 0 : parseMeasure(t, 'ohms'))"
          :understood="(v) => `${v} Ω`"
          wrong="Ohms, for example 0.4"
          @commit="put('wet_room/parts_ohm', $event)" />
      </div>
      <v-checkbox
        class="flag"
        :model-value="noted.wet_room.bonded"
        @update:model-value="put('wet_room/bonded', Boolean($event))"
        ><template #label>Its pipes and cases are tied together there</template></v-checkbox
      >
      <v-plain-button @click="put('wet_room', null)">There is no such room</v-plain-button>
      <CallsList v-if="plan" :calls="plan.calls.filter((call) => call.name === 'supplementary_bonding')" />
    </template>
    <v-act-button v-else @click="put('wet_room', {})">There is one</v-act-button>
    <template v-if="groups.length">
      <h2>What the rules ask</h2>
      <details v-for="group in groups" :key="group.key">
        <summary>
          <b>{{ group.title }}</b> <span>{{ group.answer }}</span>
        </summary>
        <WorkLines :lines="group.lines" />
      </details>
    </template>
  </section>
</template>

<style scoped>
.entry {
  border: 0;
  border-top: 1px solid rgb(var(--v-theme-line));
  margin: 0;
  padding: 10px 0 4px;
}
</style>
