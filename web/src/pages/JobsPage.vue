<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { problemText, type Problem, type Schemas } from '../api/client'
import { orElse, send } from '../api/transport'
import { rulebooks } from '../api/lists'
import StartDialog from '../components/frame/StartDialog.vue'
import { useShortcuts } from '../composables/useShortcuts'
import { STAGES } from '../format/stages'
import { useSettings } from '../state/settings'

const router = useRouter()
const jobs = ref<Schemas['JobListItem'][] | null>(null)
const desk = ref<Schemas['MorningDesk'] | null>(null)
const more = ref(false)
const shown = ref(4)
const search = ref('')
const stage = ref('')
const starting = ref(false)
const trouble = ref('')
const books = ref<Schemas['Choice'][]>([])
const settings = useSettings()
const rulebook = ref('')
watch(rulebook, (name) => (settings.rules = name))
const file = ref<HTMLInputElement | null>(null)
onMounted(list)
useShortcuts({ n: () => (starting.value = true) })

const stages = [{ value: '', title: 'all' }, ...Object.entries(STAGES).map(([value, title]) => ({ value, title }))]
const stepOf = (where: string): string => `/jobs/{id}/${PLACES[where.split('/')[1] ?? ''] ?? 'survey'}`
const PLACES: Record<string, string> = {
  runs: 'sizing',
  loads: 'loads',
  electrodes: 'electrodes',
  circuits: 'panels',
  record: 'record',
  inspection: 'inspection',
}
let asked = 0
watch([search, stage], () => void find())

/** The jobs in which every word is found; a late answer to what was typed before is left aside. */
async function find(skip = 0): Promise<void> {
  const ticket = ++asked
  const query = { search: search.value, stage: stage.value, skip: String(skip) }
  const { data } = await send('get', '/api/jobs', { params: { query } })
  if (ticket !== asked) return
  if (!data) {
    trouble.value = 'The server does not answer.'
    return
  }
  trouble.value = ''
  jobs.value = skip ? [...(jobs.value ?? []), ...data.jobs] : data.jobs
  more.value = data.more
}

async function list(): Promise<void> {
  void find()
  void send('get', '/api/desk').then(({ data }) => (desk.value = data ?? null))
  books.value = await orElse(rulebooks(), [])
  const known = books.value.some((one) => one.value === settings.rules)
  rulebook.value ||= (known ? settings.rules : books.value[0]?.value) ?? ''
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
    <section v-if="desk?.rows.length" class="desk" aria-label="What waits">
      <h2>What waits today, {{ desk.today }}</h2>
      <ul class="plain-list">
        <li v-for="one in desk.rows.slice(0, shown)" :key="one.job_id + one.whom + one.words">
          <router-link :to="`/jobs/${one.job_id}/${one.step || 'survey'}`">
            <b>{{ one.whom }}</b>: {{ one.words }}
            <small
              >{{ one.job
              }}<template v-if="one.day"
                >, {{ one.day < desk.today ? 'over since' : one.day === desk.today ? 'today,' : 'by' }}
                {{ one.day }}</template
              ></small
            >
          </router-link>
        </li>
      </ul>
      <v-plain-button v-if="desk.rows.length > shown" @click="shown = desk.rows.length"
        >All {{ desk.rows.length }}</v-plain-button
      >
    </section>
    <div class="find-row">
      <v-text-field v-model="search" label="Find a job: name, address, part, note, finding" type="search" />
      <v-select v-model="stage" label="Where they stand" :items="stages" />
    </div>
    <ul v-if="jobs?.length" class="job-list">
      <li v-for="job in jobs" :key="job.id">
        <router-link :to="`/jobs/${job.id}/sizing`"
          ><b>{{ job.name }}</b
          ><span
            >{{ STAGES[job.stage] ?? job.stage
            }}<template v-if="job.next_day">, next {{ job.next_day }}: {{ job.next_words }}</template
            ><template v-if="job.stops">, {{ job.stops }} to stop for</template
            ><template v-if="job.fixes">, {{ job.fixes }} to put right</template></span
          ><span
            >revision {{ job.revision }}, changed {{ new Date(job.changed_at).toLocaleString() }}</span
          ></router-link
        >
        <ul v-if="job.hits.length" class="plain-list hits">
          <li v-for="hit in job.hits" :key="hit.where + hit.words">
            <router-link :to="stepOf(hit.where).replace('{id}', job.id)">{{ hit.words }}</router-link>
          </li>
        </ul>
      </li>
    </ul>
    <p v-else-if="jobs && (search || stage)" class="empty">No job has all of these words and stands so.</p>
    <p v-else-if="jobs" class="empty">No jobs yet. Start one, or open the demo property to look around.</p>
    <v-plain-button v-if="more" @click="find(jobs?.length ?? 0)">Show more jobs</v-plain-button>
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
.find-row {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(180px, 1fr);
  gap: 12px;
  margin: 8px 0;
}
.desk {
  margin: 6px 0 18px;
}
.desk a,
.hits a {
  display: block;
  min-height: 44px;
  padding: 10px 0;
  color: inherit;
  text-decoration: none;
}
.desk a:hover,
.hits a:hover {
  text-decoration: underline;
}
.desk small {
  display: block;
}
.hits {
  padding-left: 18px;
}
@media (max-width: 600px) {
  .find-row {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

<style src="./JobsPage.css"></style>
