<script setup lang="ts">
import { vApart } from '../../../composables/apart'
import { useBench } from './useBench'
import { useBenchPicture } from './useBenchPicture'
import { BENCH_HEIGHT, SOIL_Y } from '../../../drawing/bench'
import BenchCan from './BenchCan.vue'
import BenchRun from './BenchRun.vue'
import BenchSoil from './BenchSoil.vue'
import BenchSource from './BenchSource.vue'
import BenchStandby from './BenchStandby.vue'

/** The cans of a way with their bars and bonds, every wire as thick as its current: press a part to try it. */
const props = defineProps<{ width: number }>()
const bench = useBench()
const seen = useBenchPicture(() => props.width)
</script>

<template>
  <div
    class="bench-scroll"
    tabindex="0"
    role="group"
    aria-label="The bench: press a bond, a wire, a can or an electrode">
    <svg
      v-if="seen.layout && bench.answer"
      v-apart
      class="bench"
      :width="seen.layout.width"
      :height="BENCH_HEIGHT"
      :viewBox="`0 0 ${seen.layout.width} ${BENCH_HEIGHT}`"
      role="group"
      aria-label="Cans along the way">
      <rect :y="SOIL_Y" :width="seen.layout.width" :height="BENCH_HEIGHT - SOIL_Y" class="soil" />
      <line x1="0" :x2="seen.layout.width" :y1="SOIL_Y" :y2="SOIL_Y" class="ground-line" />
      <BenchRun v-for="gap in seen.layout.gaps" :key="gap.run" :seen="seen" :gap="gap" />
      <component
        :is="node.kind === 'can' ? BenchCan : BenchSource"
        v-for="node in seen.layout.nodes"
        :key="node.id"
        :seen="seen"
        :node="node" />
      <BenchStandby v-if="seen.layout.standby" :seen="seen" :layout="seen.layout" :standby="seen.layout.standby" />
      <BenchSoil :seen="seen" :layout="seen.layout" />
      <text x="12" y="22" class="quiet">Press a bond, a wire,</text>
      <text x="12" y="40" class="quiet">a can, an electrode.</text>
    </svg>
  </div>
</template>

<style scoped>
.bench-scroll {
  overflow-x: auto;
}
.bench {
  display: block;
}
.bench .ground-line {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2;
}
</style>
