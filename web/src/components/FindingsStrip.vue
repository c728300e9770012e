<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Cure } from '../api/client'
import { useShowFinding } from '../composables/useShowFinding'
import { useJob } from '../state/job'

const store = useJob()
const all = ref(false)
const WORDS: Record<string, string> = { stop: 'Stop', fix: 'Fix', check: 'Check', note: 'Note', holds: 'Holds' }
const findings = computed(() => store.plan?.findings ?? [])
const shown = computed(() => (all.value ? findings.value : findings.value.slice(0, 1)))

const show = useShowFinding()

function cure(chosen: Cure): void {
  void store.take(chosen)
}
</script>

<template>
  <section class="findings" aria-label="Findings">
    <p v-if="!findings.length" class="empty">Nothing found yet.</p>
    <ul :class="{ all }">
      <li v-for="(finding, i) in shown" :key="finding.where + finding.text" :class="finding.severity">
        <span class="severity"><i aria-hidden="true" />{{ WORDS[finding.severity] }}</span>
        <button class="finding-text" @click="show(finding)"><b>{{ finding.text }}</b> <template v-if="all">{{ finding.why }}</template> <cite>{{ finding.citation }}</cite></button>
        <span class="cures">
          <button v-for="one in finding.cures" :key="one.words" class="cure" @click="cure(one)">{{ one.words }}</button>
          <button v-if="i === 0 && findings.length > 1" class="cure plain" :aria-expanded="all" @click="all = !all">{{ all ? 'Only the worst' : `All ${findings.length}` }}</button>
        </span>
      </li>
    </ul>
  </section>
</template>
