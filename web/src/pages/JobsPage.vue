<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { problemText, type Problem, type Schemas } from '../api/client'
import { orElse, send } from '../api/transport'
import { rulebooks } from '../api/lists'
import StartDialog from '../components/frame/StartDialog.vue'
import { useShortcuts } from '../composables/useShortcuts'
import { useSettings } from '../state/settings'

const router = useRouter()
const jobs = ref<Schemas['JobListItem'][] | null>(null)
const starting = ref(false)
const trouble = ref('')
const books = ref<Schemas['Choice'][]>([])
const settings = useSettings()
const rulebook = ref('')
watch(rulebook, (name) => (settings.rules = name))
const file = ref<HTMLInputElement | null>(null)
onMounted(list)
useShortcuts({ n: () => (starting.value = true) })

async function list(): Promise<void> {
  const { data } = await send('get', '/api/jobs')
  books.value = await orElse(rulebooks(), [])
  const known = books.value.some((one) => one.value === settings.rules)
  rulebook.value ||= (known ? settings.rules : books.value[0]?.value) ?? ''
  if (data) jobs.value = data.jobs
  else trouble.value = 'The server does not answer.'
}

const FIRST = { empty: 'survey', demo: 'sizing', 'demo-move': 'panels' }

async function startFrom(start: 'empty' | 'demo' | 'demo-move'): Promise<void> {
  // A press before the rulebooks are here takes the first of them, as the list would have shown.
  const body = { start, name: 'New property', answers: null, ...(rulebook.value ? { rulebook: rulebook.value } : {}) }
  const { data, error } = await send('post', '/api/jobs', { body })
  if (data) await router.push(`/jobs/${data.id}/${FIRST[start]}`)
  else trouble.value = problemText(error as Problem)
}

async function openFile(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const { data, error } = await send('post', '/api/import', {
    body: (await chosen.text()) as never, // as it is: the server reads it, and says what is wrong with it
    bodySerializer: (text) => text as unknown as string,
  })
  if (file.value) file.value.value = ''
  if (data) await router.push(`/jobs/${data.id}/sizing`)
  else trouble.value = `${chosen.name} was not opened. ${problemText(error as Problem)}`
}
</script>

<template>
  <header class="top-bar"><span class="brand">North Span</span></header>
  <main class="jobs-page">
    <h1>Jobs</h1>
    <p class="lead">Services, feeders and panels for houses and detached buildings, sized with every step shown.</p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div class="start-row">
      <v-btn color="primary" variant="flat" @click="starting = true">Start a job</v-btn>
      <v-btn variant="outlined" @click="file?.click()">Open a job file</v-btn>
      <v-btn variant="outlined" @click="startFrom('empty')">Empty job</v-btn>
      <v-btn variant="outlined" @click="startFrom('demo')">Demo property</v-btn>
      <v-btn variant="outlined" @click="startFrom('demo-move')">Demo: a panel moves</v-btn>
      <v-btn variant="outlined" to="/carry">What can it carry?</v-btn>
      <input
        ref="file"
        type="file"
        accept=".json,application/json"
        class="sr-only"
        aria-label="Job file"
        tabindex="-1"
        @change="openFile" />
    </div>
    <v-select v-model="rulebook" class="rules-select" label="Rules of a new job" :items="books" />
    <ul v-if="jobs?.length" class="job-list">
      <li v-for="job in jobs" :key="job.id">
        <router-link :to="`/jobs/${job.id}/sizing`"
          ><b>{{ job.name }}</b
          ><span
            >revision {{ job.revision }}, changed {{ new Date(job.changed_at).toLocaleString() }}</span
          ></router-link
        >
      </li>
    </ul>
    <p v-else-if="jobs" class="empty">No jobs yet. Start one, or open the demo property to look around.</p>
    <StartDialog v-model="starting" :rulebook="rulebook" />
  </main>
</template>

<style scoped>
.start-row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  padding-bottom: 22px;
}
</style>

<style src="./JobsPage.css"></style>
