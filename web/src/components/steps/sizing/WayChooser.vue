<script setup lang="ts">
import { computed } from 'vue'
import { percent } from '../../../format/quantities'
import { useJob } from '../../../state/job'

const store = useJob()
const runs = computed(() =>
  (store.way?.runs ?? []).map((value) => ({ value, title: store.plan?.runs[value]?.name ?? value })),
)
</script>

<template>
  <div class="ways" role="group" aria-label="Way to">
    <span class="ways-title">Way to</span>
    <v-way-button
      v-for="way in store.plan?.ways"
      :key="way.id"
      :class="{ chosen: way.id === store.way?.id }"
      :aria-pressed="way.id === store.way?.id"
      @click="store.choose(way.id)">
      {{ way.name }} <b>{{ percent(way.drop_percent) }}</b>
    </v-way-button>
    <span class="grow" />
    <v-select
      v-if="runs.length > 1"
      class="pick"
      label="Run"
      :model-value="store.run_id"
      :items="runs"
      @update:model-value="store.choose" />
  </div>
</template>
