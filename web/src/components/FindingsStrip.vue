<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Cure, Finding, PartKind } from '../api/client'
import { useJob } from '../state/job'

const store = useJob()
const router = useRouter()
const route = useRoute()
const all = ref(false)
const WORDS: Record<string, string> = { stop: 'Stop', fix: 'Fix', check: 'Check', note: 'Note', holds: 'Holds' }
const findings = computed(() => store.plan?.findings ?? [])
const shown = computed(() => (all.value ? findings.value : findings.value.slice(0, 1)))

/** The run a finding leads to: its own, or the one that feeds the part it speaks of. */
function runOf(finding: Finding): string {
  const [, kind, id] = finding.where.split('/')
  const job = store.job
  if (!job || !kind || !id) return ''
  if (kind === 'runs') return id
  const building = kind === 'buildings' ? id : kind === 'electrodes' ? job.electrodes[id]?.building : undefined
  const entry = Object.entries(job.runs).find(([, run]) => (kind === 'enclosures' ? run.target === id : job.enclosures[run.target]?.building === building))
  return entry?.[0] ?? ''
}

/** A step that shows such parts keeps the eye where it is; from another one a finding leads to the Survey, or to Loads. */
const SHOWS: Record<string, PartKind> = { route: 'runs', electrodes: 'electrodes', loads: 'loads' }

function show(finding: Finding): void {
  const [, kind, key] = finding.where.split('/') as [string, PartKind, string | undefined]
  const step = String(route.params.step)
  if (key && store.job?.[kind]?.[key] && (step !== 'sizing' || kind === 'loads' || kind === 'sources')) {
    store.pick(kind, key)
    if (SHOWS[step] !== kind && step !== 'survey') void router.push(`/jobs/${store.state?.id}/${kind === 'loads' ? 'loads' : 'survey'}`)
    return
  }
  const run = runOf(finding)
  if (run) void store.choose(run)
  void router.push(`/jobs/${store.state?.id}/sizing`)
}

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
