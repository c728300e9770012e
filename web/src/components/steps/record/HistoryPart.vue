<script setup lang="ts">
import { ref, watch } from 'vue'
import { type Schemas } from '../../../api/client'
import { link, send } from '../../../api/transport'
import RevisionAnswers from './RevisionAnswers.vue'
import RevisionTable from './RevisionTable.vue'
import { useJob } from '../../../state/job'

const store = useJob()
const lines = ref<Schemas['RevisionItem'][]>([])
const before = ref<Schemas['EarlierItem'][]>([])
watch(
  () => store.state?.revision,
  async () => {
    if (!store.state) return
    const { data } = await send('get', '/api/jobs/{job_id}/revisions', { params: { path: { job_id: store.state.id } } })
    if (data) lines.value = data.revisions
    if (data) before.value = data.before
  },
  { immediate: true },
)
</script>

<template>
  <section aria-label="History">
    <h2 class="survey-title">Every change that was kept</h2>
    <p class="because">The newest first. Press one to see what it did to the answers.</p>
    <RevisionTable v-slot="{ line }" :lines="lines">
      <RevisionAnswers v-if="store.state" :job="store.state.id" :number="line.number" :newest="store.state.revision" />
    </RevisionTable>
    <template v-if="before.length">
      <h2 class="survey-title">Before it came here by a file</h2>
      <RevisionTable :lines="before" />
    </template>
    <p v-if="store.state">
      <v-act-button
        :href="link('/api/jobs/{job_id}/export/job.json', { job_id: store.state.id }, { history: '1' })"
        download
        >Save the job with its history</v-act-button
      >
    </p>
  </section>
</template>
