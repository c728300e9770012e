<script setup lang="ts">
import { computed } from 'vue'
import { useJob } from '../../state/job'
import CommitField from '../parts/CommitField.vue'
import ShelfFields from './ShelfFields.vue'

/** What a sheet needs beside figures, the money that sums are in, and what the shop has on its shelf. */
const open = defineModel<boolean>({ required: true })
const store = useJob()
const LINES = [
  ['address', 'Address'],
  ['customer', 'Customer'],
  ['contractor', 'Contractor'],
  ['permit', 'Permit number'],
  ['authority', 'Who inspects'],
] as const
const said = computed(() => store.job?.particulars)
const line = (text: string): string | null => text.trim().slice(0, 160) || null

function put(path: string, value: unknown): void {
  void store.edit([{ op: 'add', path, value }])
}
</script>

<template>
  <v-dialog v-model="open" aria-label="This job" max-width="640">
    <v-card v-if="store.job" class="dialog">
      <h2>This job</h2>
      <p>It prints on every sheet. Leave out what you do not need.</p>
      <div class="fields">
        <CommitField
          label="Name of the property"
          :shown="store.job.name"
          :parse="(t) => t.trim().slice(0, 80) || null"
          wrong="A name, so that you find it again"
          @commit="$event && put('/name', $event)" />
        <CommitField
          v-for="[field, label] in LINES"
          :key="field"
          :label="label"
          :shown="said?.[field] ?? ''"
          hint="none"
          empty-ok
          :parse="line"
          wrong="A few words"
          @commit="put(`/particulars/${field}`, $event ?? '')" />
        <CommitField
          label="Money"
          :shown="store.job.prices.currency"
          hint="no name"
          empty-ok
          :parse="(t) => t.trim().slice(0, 8) || null"
          wrong="Its name, for example USD"
          @commit="put('/prices/currency', $event ?? '')" />
      </div>
      <ShelfFields />
      <div class="dialog-buttons"><v-btn @click="open = false">Close</v-btn></div>
    </v-card>
  </v-dialog>
</template>
