<script setup lang="ts">
import { mdiMinus, mdiPinOff, mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import { useRunEdits } from './useRunEdits'
import { figure, withUnit } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import IconButton from '../../parts/IconButton.vue'

const store = useJob()
const edits = useRunEdits()
const plan = computed(() => store.run_plan)
const pinned = computed(() => Boolean(store.run?.conductor_size))
</script>

<template>
  <section v-if="plan" class="answer-head" aria-label="The answer">
    <p class="run-name">
      {{ plan.name }}, {{ plan.origin }} to {{ plan.target
      }}<span v-if="plan.status !== 'new'" class="tag">{{ plan.status }}</span>
    </p>
    <div class="headline-row">
      <h1 aria-live="polite">{{ plan.headline }}</h1>
      <span v-if="plan.sized" class="stepper">
        <IconButton
          title="A size smaller"
          :icon="mdiMinus"
          :disabled="!plan.smaller"
          @click="edits.pinSize(plan.smaller)" />
        <IconButton
          title="A size larger"
          :icon="mdiPlus"
          :disabled="!plan.larger"
          @click="edits.pinSize(plan.larger)" />
        <IconButton v-if="pinned" title="Unpin: let the rules choose" :icon="mdiPinOff" @click="edits.unpin" />
      </span>
    </div>
    <p class="subline">
      {{ plan.subline }}<template v-if="pinned">. Size pinned; the least lawful is {{ plan.least_name }}.</template>
    </p>
    <p v-if="plan.because && !store.coming" class="because">{{ plan.because }}</p>
    <p v-if="plan.allowance" class="allowance">Allowance of a dwelling’s own supply: {{ plan.allowance }}.</p>
    <ul class="margins">
      <li
        v-for="margin in plan.margins"
        :key="margin.key"
        :class="{ governs: margin.governs, broken: !margin.holds, advice: margin.advice }">
        <span class="margin-name"
          >{{ margin.words }}<em v-if="margin.governs"> governs</em><em v-if="!margin.holds"> over</em></span
        >
        <span class="bar" aria-hidden="true"
          ><svg width="100%" height="10">
            <rect class="used" :width="`${Math.min(100, margin.share * 100)}%`" height="10" /></svg
        ></span>
        <span class="margin-figures"
          >{{ figure(margin.used, margin.unit) }} of {{ withUnit(margin.limit, margin.unit) }}</span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.tag {
  border: 1px solid currentColor;
  border-radius: 3px;
  font-size: 12.5px;
  padding: 0 6px;
  margin-left: 8px;
  font-weight: 600;
}
.headline-row {
  display: flex;
  align-items: center;
  gap: 6px;
  flex-wrap: wrap;
}
.stepper {
  display: inline-flex;
}
.subline {
  color: rgb(var(--v-theme-on-surface));
  font-size: 15px;
  line-height: 1.35;
  padding-bottom: 8px;
}
@media (max-width: 900px) {
  .answer-head {
    order: 0;
    background: rgb(var(--v-theme-surface));
    padding: 10px 14px;
  }
}
.allowance {
  font-size: 14.5px;
  padding-bottom: 6px;
  line-height: 1.3;
}
</style>
