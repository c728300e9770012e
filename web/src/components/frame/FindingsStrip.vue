<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { Cure } from '../../api/client'
import { useShowFinding } from '../../composables/useShowFinding'
import { useJob } from '../../state/job'
import { STEPS } from '../../state/steps'

const store = useJob()
const all = ref(false)
const WORDS: Record<string, string> = { stop: 'Stop', fix: 'Fix', check: 'Check', note: 'Note', holds: 'OK' }
const findings = computed(() => store.plan?.findings ?? [])
const step = ref('')
/** The steps that findings belong to, in the order of work, with how many. */
const steps = computed(() =>
  STEPS.map((s) => ({ ...s, count: findings.value.filter((f) => f.step === s.key).length })).filter((s) => s.count),
)
const of_step = computed(() =>
  all.value && steps.value.some((s) => s.key === step.value)
    ? findings.value.filter((f) => f.step === step.value)
    : findings.value,
)
const route = useRoute()
const WORST: Record<string, number> = { stop: 0, fix: 1, check: 2, note: 3, holds: 4 }
/** The worst of the step on screen, if it asks for anything; that of the whole job is one press away. */
const mine = computed(() =>
  findings.value.find((f) => f.step === String(route.params.step) && WORST[f.severity]! <= WORST.check!),
)
const shown = computed(() =>
  all.value ? of_step.value : [mine.value ?? findings.value[0]].filter((one) => one !== undefined),
)
const worse = computed(() => {
  const [first, shownFirst] = [findings.value[0], shown.value[0]]
  return !all.value && first && shownFirst && WORST[first.severity]! < WORST[shownFirst.severity]! ? first : null
})

const show = useShowFinding()

function cure(chosen: Cure): void {
  void store.take(chosen)
}
</script>

<template>
  <section class="findings" aria-label="Findings">
    <p v-if="!findings.length" class="empty">Nothing found yet.</p>
    <div v-if="all && steps.length > 1" class="finding-steps" role="group" aria-label="Findings of one step">
      <v-plain-button :aria-pressed="!step" @click="step = ''">All {{ findings.length }}</v-plain-button>
      <v-plain-button v-for="one in steps" :key="one.key" :aria-pressed="step === one.key" @click="step = one.key">
        {{ one.title }} {{ one.count }}
      </v-plain-button>
    </div>
    <ul :class="{ all }">
      <li
        v-for="(finding, i) in shown"
        :key="finding.code + finding.where + finding.text"
        :class="finding.severity"
        :data-code="finding.code">
        <span class="severity"><i aria-hidden="true" />{{ WORDS[finding.severity] }}</span>
        <button class="finding-text" @click="show(finding)">
          <b>{{ finding.text }}</b> <template v-if="all">{{ finding.why }}</template>
          <cite>{{ finding.citation }}</cite>
        </button>
        <span class="cures">
          <v-act-button v-for="one in finding.cures" :key="one.words" @click="cure(one)">{{ one.words }}</v-act-button>
          <v-plain-button v-if="i === 0 && worse" @click="show(worse)">
            Worse elsewhere: {{ WORDS[worse.severity] }}
          </v-plain-button>
          <v-plain-button v-if="i === 0 && findings.length > 1" :aria-expanded="all" @click="all = !all">
            {{ all ? 'Only the worst' : `All ${findings.length}` }}
          </v-plain-button>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.findings {
  border-top: 1px solid rgb(var(--v-theme-line));
  background: rgb(var(--v-theme-surface));
  flex: none;
}
.findings ul.all {
  max-height: 46vh;
  overflow-y: auto;
}
.finding-steps {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  padding: 4px 12px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.finding-text {
  text-align: left;
  min-height: 44px;
  padding: 4px 0;
  line-height: 1.3;
}
.cures {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  justify-content: flex-end;
}
@media (max-width: 900px) {
  .findings ul.all {
    max-height: none;
  }
  .cures {
    justify-content: flex-start;
  }
}
</style>
