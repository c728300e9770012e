<script setup lang="ts">
import { computed } from 'vue'
import type { BenchSeen } from './useBenchPicture'
import { CAN_TOP, GROUND_BAR_Y, LINE_1_Y, LINE_2_Y, NEUTRAL_Y, type BenchGap } from '../../../drawing/bench'
import { inLines } from '../../../format/lines'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'
import BenchStrand, { type Strand } from './BenchStrand.vue'

/** A run between two cans: its name, and its wires from the lines down to the ground. */
const props = defineProps<{ seen: BenchSeen; gap: BenchGap }>()
const LETTER = 6.6 // mean width in a run's name
const LEVELS: [string, number][] = [
  ['L1', LINE_1_Y],
  ['L2', LINE_2_Y],
  ['N', NEUTRAL_Y],
  ['G', GROUND_BAR_Y],
]
const store = useJob()
const name = computed(() => store.job?.runs[props.gap.run]?.name ?? '')
/** A name too long for its gap goes over two lines; what is left of it stands in its tooltip. */
const title = computed(() => inLines(name.value, Math.floor((props.gap.to - props.gap.from - 8) / LETTER), 2))

/** What a press opens and joins again: the neutral or the ground; a line has nothing to press. */
function opened(conductor: string): 'neutrals_lost' | 'grounds_cut' | null {
  return conductor === 'N' ? 'neutrals_lost' : conductor === 'G' ? 'grounds_cut' : null
}

function wordsOf(conductor: string, shown: string, lost: boolean): string {
  const named = conductor === 'N' ? 'neutral' : props.seen.groundWord
  if (lost) return `${named} open`
  return conductor.startsWith('L') && props.seen.two ? `${conductor} ${shown}` : shown
}

function labelOf(conductor: string, shown: string, lost: boolean): string {
  const wire = conductor === 'N' ? 'Neutral' : fill('{Equipment_ground}')
  return `${wire} of ${name.value}: ${lost ? 'open, join it' : `${shown}, open it`}`
}

/** What is open keeps its place, so that it can be joined again. */
const strands = computed(() =>
  LEVELS.flatMap(([conductor, y]): Strand[] => {
    const wire = props.seen.wires.get(`${props.gap.run}.${conductor}`)
    const list = opened(conductor)
    const cut = Boolean(list && props.seen.bench.trial[list].includes(props.gap.run))
    if (!wire && !cut) return []
    const shown = wire?.shown ?? ''
    const strand = { conductor, y, list, cut, amperes: wire?.amperes ?? 0, stray: Boolean(wire?.stray) }
    return [{ ...strand, words: wordsOf(conductor, shown, cut), label: labelOf(conductor, shown, cut) }]
  }),
)
</script>

<template>
  <g>
    <g data-label class="run-title">
      <title>{{ name }}</title>
      <text
        v-for="(line, i) in title"
        :key="i"
        :x="(gap.from + gap.to) / 2"
        :y="CAN_TOP + 8 + 17 * (i + 1 - title.length)"
        class="middle run-title">
        {{ line }}
      </text>
    </g>
    <BenchStrand
      v-for="strand in strands"
      :key="strand.conductor"
      :strand="strand"
      :gap="gap"
      :color="seen.color(gap.run, strand.conductor)"
      @press="strand.list && seen.bench.toggle(strand.list, gap.run)" />
  </g>
</template>

<style scoped>
.bench .run-title {
  fill: rgb(var(--v-theme-secondary));
}
</style>
