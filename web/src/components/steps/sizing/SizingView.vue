<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '../../../composables/useWidth'
import type { Scale } from '../../../drawing/scale'
import { useJob } from '../../../state/job'
import { working } from '../../../state/settings'
import AnswerBody from './AnswerBody.vue'
import AnswerHead from './AnswerHead.vue'
import { wayWords } from '../../../drawing/words'
import AnswerBar from './AnswerBar.vue'
import DecidesPanel from './DecidesPanel.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import SectionView from './SectionView.vue'
import VoltageView from './VoltageView.vue'
import WayChooser from './WayChooser.vue'
import FirstStep from '../../frame/FirstStep.vue'

const store = useJob()
const frame = ref<HTMLElement | null>(null)
const width = useWidth(frame, 760)
const held = ref(0)
const scale = computed<Scale>(() => ({
  from_m: 0,
  to_m: reach.value,
  from_px: 62,
  to_px: Math.max(220, width.value - 78),
}))
/** While a building is dragged the scale stays, so that it follows the pointer; past the edge it stretches. */
const reach = computed(() => {
  const length_m = store.way?.points.at(-1)?.distance_m ?? 1
  return Math.max(length_m, store.plan && store.state && held.value ? held.value : 0, 1)
})

function hold(): void {
  held.value = reach.value
}

function release(): void {
  held.value = 0
}
</script>

<template>
  <main class="sizing">
    <div ref="frame" class="center">
      <div v-if="store.way" class="center-scroll">
        <WayChooser />
        <div @pointerdown="hold" @pointerup="release" @pointercancel="release">
          <SectionView :scale="scale" :width="width" />
        </div>
        <p v-if="store.job && store.plan" class="sr-only picture-words">
          {{ wayWords(store.job, store.plan, store.way, store.units) }}
        </p>
        <VoltageView :scale="scale" :width="width" />
        <DecidesPanel />
      </div>
      <FirstStep v-else title="Nothing to size yet" />
      <AnswerBar />
      <FindingsStrip />
    </div>
    <div class="answer">
      <AnswerHead />
      <AnswerBody v-model:working="working" />
    </div>
  </main>
</template>

<style src="./sizing.css"></style>
