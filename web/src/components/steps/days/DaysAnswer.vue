<script setup lang="ts">
import { computed } from 'vue'
import { clockText, hoursText } from '../../../format/clock'
import { useDays } from './useDays'

/** What the days come to: how long the power is off, who is without it, what stays live, what comes around them. */
const days = useDays()
const plan = computed(() => days.plan)
const without = computed(() => (plan.value?.power ?? []).filter((row) => row.kind !== 'room' && row.spans.length))
const live = computed(() => [...new Set(days.turning.flatMap((one) => (one.off.length ? one.stays_live : [])))])
</script>

<template>
  <section class="part-panel" aria-label="What the days come to">
    <h1 v-if="plan">
      {{ plan.outage_h ? `Power off ${hoursText(plan.outage_h)}` : `${plan.tasks.length} tasks` }}
    </h1>
    <h1 v-else>Days</h1>
    <template v-if="plan">
      <template v-if="without.length">
        <h2>Who is without power</h2>
        <ul class="plain-list">
          <li v-for="row in without" :key="row.key">
            <b>{{ row.name }}</b>
            <template v-for="(span, i) in row.spans" :key="i">
              {{ i ? ', ' : ': ' }}{{ plan.day_names[span.day] }}, {{ clockText(span.from_h) }} to
              {{ clockText(span.to_h) }}<template v-if="span.state !== 'off'">, {{ span.words }}</template></template
            ><small v-if="row.worry"> {{ row.worry }}</small>
          </li>
        </ul>
        <h2>Live all the same</h2>
        <ul class="plain-list">
          <li v-for="words in live" :key="words">{{ words }}</li>
        </ul>
      </template>
      <p v-else-if="plan.tasks.length">{{ plan.headline }}</p>
      <p class="standing">
        Press a task: why it exists, how long it takes and what it wants stand here. Drag it, and see what follows.
      </p>
      <template v-if="plan.ahead.length">
        <h2>Before the first day</h2>
        <ul class="plain-list">
          <li v-for="one in plan.ahead" :key="one.words">
            <b>{{ one.words }}</b>, {{ one.date || `${-one.days} working days ahead` }}<small> {{ one.why }}</small>
          </li>
        </ul>
      </template>
      <template v-if="plan.later.length">
        <h2>Again later</h2>
        <ul class="plain-list">
          <li v-for="one in plan.later" :key="one.days">
            <b>{{ one.words }}</b>, {{ one.date || `after ${one.days} days` }}<small> {{ one.why }}</small>
          </li>
        </ul>
      </template>
      <p v-for="words in plan.cautions" :key="words" class="caution">{{ words }}</p>
    </template>
  </section>
</template>
