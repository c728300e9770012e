<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { useJob } from '../../state/job'
import CommitField from '../parts/CommitField.vue'

type Stock = Schemas['Stock-Output']

/** The shop's shelf: which devices and sizes it has. Nothing named takes what supply houses there usually have. */
const store = useJob()
const usual = computed(() => store.options?.stock)
const own = computed(() => store.job?.stock)
const shown = computed(() => own.value ?? usual.value)
const words = (list: (string | number)[] | undefined): string => (list ?? []).join(', ')
const parts = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean)
const sizes = (text: string): string[] | null => (parts(text).length ? parts(text) : null)

function ratings(text: string): number[] | null {
  const found = parts(text).map(Number)
  return found.length && found.every((one) => one > 0) ? found : null
}

function put(change: Partial<Stock>): void {
  const value = { ...(shown.value ?? { devices_a: [], copper: [], aluminum: [] }), ...change }
  void store.edit([{ op: 'add', path: '/stock', value }])
}
</script>

<template>
  <details class="shelf">
    <summary>
      <b>What is on the shelf</b> <span>{{ own ? 'your own list' : 'as supply houses usually have it' }}</span>
    </summary>
    <p>
      Sizes and breakers on it are preferred where no rule is hurt. The least lawful size stays visible beside them.
    </p>
    <div class="fields">
      <CommitField
        label="Breakers, A"
        :shown="words(shown?.devices_a)"
        hint="all that are made"
        empty-ok
        :parse="ratings"
        wrong="Amperes, for example 20, 30, 50"
        @commit="put({ devices_a: $event ?? [] })" />
      <CommitField
        label="Copper sizes"
        :shown="words(shown?.copper)"
        hint="all that are made"
        empty-ok
        :parse="sizes"
        wrong="Sizes, for example 6, 4, 1/0"
        @commit="put({ copper: $event ?? [] })" />
      <CommitField
        v-if="(store.options?.metals.length ?? 0) > 1"
        :label="$fill('{Aluminum} sizes')"
        :shown="words(shown?.aluminum)"
        hint="all that are made"
        empty-ok
        :parse="sizes"
        wrong="Sizes, for example 2, 1/0, 4/0"
        @commit="put({ aluminum: $event ?? [] })" />
      <CommitField
        v-if="(store.options?.metals.length ?? 0) > 1"
        :label="$fill('{Aluminum} sets, lines-neutral-ground')"
        :shown="words(shown?.aluminum_sets)"
        hint="none laid up together"
        empty-ok
        :parse="sizes"
        wrong="Sets, for example 2-2-4-6, 4/0-4/0-2/0-4"
        @commit="put({ aluminum_sets: $event ?? [] })" />
    </div>
    <v-plain-button v-if="own" @click="store.edit([{ op: 'add', path: '/stock', value: null }])">
      Take the usual shelf again
    </v-plain-button>
  </details>
</template>
