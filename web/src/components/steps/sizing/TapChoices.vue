<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '../../../composables/useWidth'
import { lengthText } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import WorkLines from '../../parts/WorkLines.vue'

/** A tap by the rule of every length: how far each reaches, what it makes of the conductor, and where this tap ends. */
const store = useJob()
const frame = ref<HTMLElement | null>(null)
const width = useWidth(frame, 336)
const choices = computed(() => store.run_plan?.taps ?? [])
const length_m = computed(() => store.run_plan?.length_m ?? 0)
const longest = computed(() => Math.max(...choices.value.map((c) => c.to_m ?? c.from_m), 1))
const reach_m = computed(() => Math.max(1.35 * longest.value, 1.1 * length_m.value))
const x = (m: number) => 4 + (m / reach_m.value) * (width.value - 8)
const ROW = 46
const height = computed(() => 24 + ROW * choices.value.length)
const spoken = computed(() =>
  choices.value.map((c) => `${c.words}: ${c.size_name || 'none'}${c.here ? ', this tap' : ''}`).join('; '),
)
</script>

<template>
  <section v-if="choices.length" class="taps">
    <h2>The tap, by its length</h2>
    <div ref="frame">
      <svg
        :width="width"
        :height="height"
        :viewBox="`0 0 ${width} ${height}`"
        role="img"
        :aria-label="`Tap rules. ${spoken}`">
        <g v-for="(c, i) in choices" :key="c.words" :class="{ here: c.here }">
          <text :x="4" :y="34 + ROW * i">
            <tspan class="tap-name">{{ c.words }}</tspan>
            {{ c.size_name || 'no rule fits' }}
          </text>
          <rect :x="x(c.from_m)" :y="42 + ROW * i" :width="x(c.to_m ?? reach_m) - x(c.from_m)" height="12" />
        </g>
        <line :x1="x(length_m)" :x2="x(length_m)" y1="16" :y2="height" class="tap-end" />
        <text :x="Math.min(x(length_m) + 4, width - 70)" y="14">{{ lengthText(length_m, store.units) }}</text>
      </svg>
    </div>
    <details v-for="c in choices" :key="c.words">
      <summary>
        <b>{{ c.words }}</b> <span>{{ c.why }}</span>
      </summary>
      <WorkLines v-if="c.working.length" :lines="c.working" />
    </details>
  </section>
</template>

<style scoped>
.taps .tap-name {
  font-weight: 700;
}
.taps .tap-end {
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 2;
}
</style>
