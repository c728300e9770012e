<script setup lang="ts">
import { computed } from 'vue'
import { useDays } from './useDays'
import { freshId } from '../../../drawing/tree'
import { hoursText, parseHours } from '../../../format/clock'
import { parsePower, powerText } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** What cannot wait, and what feeds it while the power is off. */
const days = useDays()
const store = useJob()
const kept = computed(() => store.job?.days)
const circuits = computed(() =>
  Object.entries(store.job?.circuits ?? {})
    .filter(([, one]) => one.status !== 'remove')
    .map(([value, one]) => ({ value, title: one.name || (one.run ? store.job!.runs[one.run]?.name : '') || value })),
)
const KINDS = ['freezer', 'fridge', 'sump', 'medical', 'heat', 'work', 'battery']
const SOURCES = [
  { value: 'cord', title: 'cord' },
  { value: 'generator', title: 'generator' },
  { value: 'inverter', title: 'inverter' },
]
const title = (id: string): string => circuits.value.find((one) => one.value === id)?.title ?? id
const said = (id: string) => days.plan?.supplies.find((one) => one.key === id)

function set(path: string, value: unknown): void {
  void store.edit([{ op: 'add', path: `/days/${path}`, value }])
}
function add(): void {
  const id = freshId(store.job!, 'T', Object.keys(kept.value!.supplies))
  set(`supplies/${id}`, { name: 'Cord from a neighbor', circuits: Object.keys(kept.value!.matters).slice(0, 2) })
}
function strike(path: string): void {
  void store.edit([{ op: 'remove', path: `/days/${path}` }])
}
</script>

<template>
  <details class="layout-fields">
    <summary><b>What cannot wait</b> <span>freezers, pumps, medical gear, and what feeds them for now</span></summary>
    <div
      v-for="(one, id) in kept?.matters ?? {}"
      :key="id"
      class="fields window"
      role="group"
      :aria-label="title(String(id))">
      <p>
        <b>{{ title(String(id)) }}</b>
      </p>
      <v-select
        label="It is"
        :model-value="one.kind"
        :items="KINDS"
        @update:model-value="set(`matters/${id}/kind`, $event)" />
      <CommitField
        label="Stands it for"
        :shown="one.stands_h == null ? '' : hoursText(one.stands_h)"
        hint="what is usual"
        empty-ok
        :parse="parseHours"
        wrong="A time, for example 4 h"
        @commit="set(`matters/${id}/stands_h`, $event)" />
      <v-checkbox
        v-if="one.kind === 'medical'"
        class="flag"
        label="The household has agreed to be without it"
        :model-value="one.agreed"
        hide-details
        @update:model-value="set(`matters/${id}/agreed`, $event)" />
      <v-plain-button :aria-label="`${title(String(id))} can wait`" @click="strike(`matters/${id}`)">
        It can wait
      </v-plain-button>
    </div>
    <v-select
      label="Another circuit that cannot wait"
      :model-value="null"
      :items="circuits.filter((one) => !kept?.matters[one.value])"
      no-data-text="There are no circuits yet"
      @update:model-value="$event && set(`matters/${$event}`, { kind: 'freezer' })" />
    <div v-for="(one, id) in kept?.supplies ?? {}" :key="id" class="fields window" role="group" :aria-label="one.name">
      <CommitField
        label="Name"
        :shown="one.name"
        :parse="(text) => text.trim() || null"
        wrong="A name"
        @commit="$event && set(`supplies/${id}/name`, $event)" />
      <v-select
        label="Kind"
        :model-value="one.kind"
        :items="SOURCES"
        @update:model-value="set(`supplies/${id}/kind`, $event)" />
      <CommitField
        label="Can give"
        :shown="powerText(one.power_va)"
        :parse="parsePower"
        wrong="A power, for example 1800 W"
        @commit="set(`supplies/${id}/power_va`, $event)" />
      <v-select
        label="Feeds"
        multiple
        :model-value="one.circuits"
        :items="circuits"
        @update:model-value="set(`supplies/${id}/circuits`, $event)" />
      <v-checkbox
        class="flag"
        :model-value="one.guards_people === true"
        @update:model-value="set(`supplies/${id}/guards_people`, Boolean($event))"
        ><template #label>It has ground-fault protection</template></v-checkbox
      >
      <p v-if="said(String(id))" :class="said(String(id))!.holds ? 'because' : 'trouble'">
        {{ said(String(id))!.words }}
      </p>
      <p v-for="words in said(String(id))?.cautions ?? []" :key="words" class="caution">{{ words }}</p>
      <v-plain-button :aria-label="`Take out ${one.name}`" @click="strike(`supplies/${id}`)"> Take out </v-plain-button>
    </div>
    <v-act-button @click="add">Add a temporary supply</v-act-button>
  </details>
</template>
