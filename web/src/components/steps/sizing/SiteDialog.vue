<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { vApart } from '../../../composables/apart'
import { useCalculator } from '../../../composables/useCalculator'
import { money, percent } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import LongWait from '../../parts/LongWait.vue'
import SitePrices from './SitePrices.vue'

/** All runs together: the trade between cost and drop as a curve to press, and the set behind each point. */
const open = defineModel<boolean>({ required: true })
const store = useJob()
const { answer, trouble, asking, ask, stop } = useCalculator('/api/calc/site')
const at = ref(0)
const WIDTH = 560
const HEIGHT = 170
const points = computed(() => answer.value?.points ?? [])
const point = computed(() => points.value[at.value])
const drops = computed(() => [...points.value.map((p) => p.drop_percent), answer.value?.now_drop_percent ?? 0])
const costs = computed(() => [...points.value.map((p) => p.cost), answer.value?.now_cost ?? 0])
watch([open, () => store.state?.revision], async () => {
  if (!open.value || !store.job) return
  await ask({ job: store.job, way_limit_percent: null })
  at.value = Math.max(0, points.value.length - 1)
})

function x(drop: number): number {
  const low = Math.min(...drops.value)
  return 54 + ((drop - low) / (Math.max(...drops.value) - low || 1)) * (WIDTH - 110)
}

function y(cost: number): number {
  const low = Math.min(...costs.value)
  return 140 - ((cost - low) / (Math.max(...costs.value) - low || 1)) * 112
}

const line = computed(() =>
  points.value.map((p, i) => `${i ? 'L' : 'M'} ${x(p.drop_percent).toFixed(1)} ${y(p.cost).toFixed(1)}`).join(' '),
)

function take(): void {
  const edits = point.value?.runs.filter((run) => run.changes).flatMap((run) => run.edits) ?? []
  if (edits.length) void store.take({ edits })
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Other ways for the whole site" max-width="760">
    <v-card class="step-sizing dialog site-dialog">
      <h2>Other ways for the whole site</h2>
      <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
      <LongWait :asking="asking && !answer" what="Looking at every set" @stop="stop" />
      <template v-if="answer">
        <p>
          Every set that keeps all limits, metal and size and pipe of all runs together. Cost is wires, pipes and the
          losses of {{ store.job?.prices.years }} years, in your own money.
        </p>
        <svg
          v-apart
          class="curve"
          :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
          role="group"
          aria-label="Cost against the drop of the worst way">
          <line x1="54" :x2="WIDTH - 40" y1="150" y2="150" />
          <line x1="54" x2="54" y1="14" y2="150" />
          <text x="6" :y="y(Math.max(...costs)) + 4">{{ money(Math.max(...costs)) }}</text>
          <text x="6" :y="y(Math.min(...costs)) + 4">{{ money(Math.min(...costs)) }}</text>
          <text :x="x(Math.min(...drops))" y="166">{{ percent(Math.min(...drops)) }}</text>
          <text :x="x(Math.max(...drops)) - 24" y="166">{{ percent(Math.max(...drops)) }}</text>
          <path :d="line" />
          <g class="now">
            <rect :x="x(answer.now_drop_percent) - 6" :y="y(answer.now_cost) - 6" width="12" height="12" />
            <text
              :x="x(answer.now_drop_percent) + (x(answer.now_drop_percent) > WIDTH - 130 ? -10 : 10)"
              :y="y(answer.now_cost) - 10"
              :text-anchor="x(answer.now_drop_percent) > WIDTH - 130 ? 'end' : 'start'">
              as planned
            </text>
          </g>
          <g v-for="(p, i) in points" :key="i" class="dot" :class="{ chosen: i === at }" @click="at = i">
            <circle class="reach" :cx="x(p.drop_percent)" :cy="y(p.cost)" r="13" />
            <circle :cx="x(p.drop_percent)" :cy="y(p.cost)" :r="i === at ? 8 : 5" />
          </g>
        </svg>
        <label class="curve-slider"
          >Point on the curve, from the least drop to the least cost
          <input
            :key="points.length"
            v-model.number="at"
            type="range"
            min="0"
            :max="Math.max(0, points.length - 1)"
            :aria-valuetext="point ? `${money(point.cost)}, worst way ${percent(point.drop_percent)}` : ''"
        /></label>
        <template v-if="point">
          <p class="curve-words" aria-live="polite">
            <b>{{ money(point.cost) }}</b>, worst way {{ percent(point.drop_percent) }} of
            {{ percent(answer.limit_percent) }}. As planned {{ money(answer.now_cost) }},
            {{ percent(answer.now_drop_percent) }}.
          </p>
          <v-table class="other-ways">
            <thead>
              <tr>
                <th>Run</th>
                <th>Made of</th>
                <th class="number">Drop</th>
                <th class="number">Cost</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="run in point.runs" :key="run.run" :class="{ current: run.changes }">
                <td>{{ run.name }}</td>
                <td>{{ run.words }}<small v-if="run.changes" class="plain">changes</small></td>
                <td class="number">{{ percent(run.drop_percent) }}</td>
                <td class="number">{{ run.cost ? money(run.cost) : 'there' }}</td>
              </tr>
            </tbody>
          </v-table>
          <p v-if="answer.left_out.length" class="empty">Left out: {{ answer.left_out.join(', ') }}.</p>
        </template>
      </template>
      <SitePrices />
      <div class="dialog-buttons">
        <v-btn @click="open = false">Close</v-btn
        ><v-btn color="primary" variant="flat" :disabled="!point?.runs.some((r) => r.changes)" @click="take"
          >Take this set</v-btn
        >
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.site-dialog {
  max-height: 88vh;
  overflow-y: auto;
}
.curve {
  width: 100%;
  flex: none;
  aspect-ratio: 560 / 170;
}
.curve .dot {
  cursor: pointer;
}
.curve-slider {
  display: block;
  font-size: 14px;
  color: rgb(var(--v-theme-secondary));
}
@media (forced-colors: active) {
  .dot {
    forced-color-adjust: none;
  }
}
</style>
