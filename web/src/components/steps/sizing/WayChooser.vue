<script setup lang="ts">
import { percent } from '../../../format/quantities'
import { useJob } from '../../../state/job'

const store = useJob()
</script>

<template>
  <div class="ways" role="group" aria-label="Way to">
    <span class="ways-title">Way to</span>
    <button
      v-for="way in store.plan?.ways"
      :key="way.id"
      class="way"
      :class="{ chosen: way.id === store.way?.id }"
      :aria-pressed="way.id === store.way?.id"
      @click="store.choose(way.id)">
      {{ way.name }} <b>{{ percent(way.drop_percent) }}</b>
    </button>
    <span class="grow" />
    <label v-if="(store.way?.runs.length ?? 0) > 1" class="run-select"
      >Run
      <select :value="store.run_id" @change="store.choose(($event.target as HTMLSelectElement).value)">
        <option v-for="id in store.way?.runs" :key="id" :value="id">{{ store.plan?.runs[id]?.name }}</option>
      </select>
    </label>
  </div>
</template>
