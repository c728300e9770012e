<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { lengthText } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import WorkLines from '../../parts/WorkLines.vue'

/** The pull as a crew takes it along, printed. */
defineProps<{ pull: Schemas['PullPlan'] }>()
const store = useJob()
const trenches = computed(() =>
  (store.plan?.trenches ?? []).filter((one) => one.runs.includes(store.run_id)).map((one) => one.group),
)
</script>

<template>
  <section class="crew">
    <h2>{{ pull.words }}</h2>
    <ol v-if="pull.order.length">
      <li v-for="line in pull.order" :key="line">{{ line }}</li>
    </ol>
    <table v-if="pull.lengths.length" class="sheet-answer">
      <tbody>
        <tr v-for="one in pull.lengths" :key="one.name">
          <th>{{ one.count > 1 ? `${one.count} × ` : '' }}{{ one.name }}, {{ one.size_name }}</th>
          <td>{{ one.color }}, cut to {{ lengthText(one.cut_m, store.units) }}</td>
        </tr>
        <tr v-for="one in pull.bought" :key="one.size_name">
          <th>Buy {{ one.count }} × {{ one.size_name }}</th>
          <td>{{ one.words }}</td>
        </tr>
      </tbody>
    </table>
    <ul>
      <li v-for="group in [...pull.segments, ...trenches]" :key="group.key">{{ group.title }}: {{ group.answer }}</li>
    </ul>
    <div class="work">
      <section v-for="group in pull.working" :key="group.key">
        <h2>{{ group.title }}: {{ group.answer }}</h2>
        <WorkLines :lines="group.lines" />
      </section>
    </div>
  </section>
</template>
