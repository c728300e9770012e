<script setup lang="ts">
import type { Schemas } from '../../../api/client'
import { amperes } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import WorkLines from '../../parts/WorkLines.vue'

/** One source against its load: what it gives, what is asked on each leg, what to let go first. */
const props = defineProps<{ source: Schemas['SourcePlan'] }>()
const store = useJob()

function share(amount: number): string {
  const most = Math.max(props.source.limit_a, props.source.line_1_a, props.source.line_2_a, 1)
  return `${Math.min(100, (100 * amount) / most)}%`
}
</script>

<template>
  <article class="source-card" :class="{ short: source.known && !source.enough }">
    <h3>{{ source.name }}</h3>
    <p>{{ source.verdict }}</p>
    <ul v-if="source.known && source.limit_a" class="margins">
      <li
        v-for="leg in store.job?.sources[source.id]?.system === 'single_phase' ? [1] : [1, 2]"
        :key="leg"
        :class="{ broken: (leg === 1 ? source.line_1_a : source.line_2_a) > source.limit_a }">
        <span class="margin-name">{{
          store.job?.sources[source.id]?.system === 'single_phase' ? 'Line' : `Leg ${leg}`
        }}</span>
        <span class="bar" aria-hidden="true"
          ><svg width="100%" height="10">
            <rect class="used" :width="share(leg === 1 ? source.line_1_a : source.line_2_a)" height="10" />
            <line class="limit-mark" :x1="share(source.limit_a)" :x2="share(source.limit_a)" y1="0" y2="10" /></svg
        ></span>
        <span class="margin-figures"
          >{{ amperes(leg === 1 ? source.line_1_a : source.line_2_a) }} of {{ amperes(source.limit_a) }}</span
        >
      </li>
    </ul>
    <p v-if="source.starting_a > Math.max(source.line_1_a, source.line_2_a) + 0.5">
      While the largest motor starts: {{ amperes(source.starting_a) }}.
    </p>
    <ol v-if="source.shed.length" class="shed">
      <li v-for="one in source.shed" :key="one.load">
        Shed <b>{{ one.name }}</b>: {{ amperes(one.left_a) }} left
      </li>
    </ol>
    <v-act-button v-if="!source.known" @click="store.pick('sources', source.id)">Note its rating</v-act-button>
    <details v-for="group in source.working" :key="group.key">
      <summary>
        <b>{{ group.title }}</b> <span>{{ group.answer }}</span>
      </summary>
      <WorkLines :lines="group.lines" />
    </details>
  </article>
</template>

<style scoped>
.source-card {
  border: 1px solid rgb(var(--v-theme-line));
  border-left: 5px solid rgb(var(--v-theme-success));
  padding: 8px 12px;
  margin-top: 10px;
}
.source-card.short {
  border-left-color: rgb(var(--v-theme-error));
}
.limit-mark {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 3;
}
.shed {
  padding: 4px 0 4px 20px;
  list-style: decimal;
  font-size: 15px;
  line-height: 1.4;
}
</style>
