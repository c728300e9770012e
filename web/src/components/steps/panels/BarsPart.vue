<script setup lang="ts">
import { computed } from 'vue'
import { useMoney } from '../../../composables/useMoney'
import { usePanel } from './usePanel'
import { useJob } from '../../../state/job'
import WorkLines from '../../parts/WorkLines.vue'

/** What lands on the bars, what stands around the panel, and what gives more room. */
const panel = usePanel()
const store = useJob()
const plan = computed(() => panel.plan!)
const { about } = useMoney()
const money = (cost: number | null): string => (cost === null ? '' : `, about ${about(cost)}`)
</script>

<template>
  <details class="layout-fields">
    <summary><b>Bars, terminals, and what is around it</b></summary>
    <ul class="plain-list">
      <li v-for="group in plan.around" :key="group.key">
        <details>
          <summary>
            {{ group.title }}: <b>{{ group.answer }}</b>
          </summary>
          <WorkLines :lines="group.lines" />
        </details>
      </li>
    </ul>
    <div class="table-scroll" tabindex="0">
      <v-table class="other-ways">
        <caption class="sr-only">
          What each circuit brings to the bars
        </caption>
        <thead>
          <tr>
            <th>Circuit</th>
            <th>Neutral</th>
            <th>{{ $fill('{Ground}') }}</th>
            <th>Tape or sleeve</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in plan.terminals" :key="one.circuit">
            <td>{{ one.name }}</td>
            <td>{{ one.neutral }}</td>
            <td>{{ one.ground }}</td>
            <td>
              <span v-for="mark in one.marks" :key="mark" class="mark-line">{{ mark }}</span>
            </td>
          </tr>
        </tbody>
      </v-table>
    </div>
    <template v-if="plan.more_room.length">
      <h2 class="survey-title">More room</h2>
      <ul class="plain-list">
        <li v-for="way in plan.more_room" :key="way.words">
          {{ way.words }}: <b>{{ way.gives }}</b>{{ money(way.cost) }}
          <v-plain-button v-if="way.cure" @click="store.take(way.cure)">{{ way.cure.words }}</v-plain-button>
        </li>
      </ul>
    </template>
  </details>
</template>

<style scoped>
.mark-line {
  display: block;
}
</style>
