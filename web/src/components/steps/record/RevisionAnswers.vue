<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { problemText, type Problem, type Schemas } from '../../../api/client'
import { send } from '../../../api/transport'

/** What a revision did to the answers, asked for when it is opened; and the job as it stood then, as a copy. */
const props = defineProps<{ job: string; number: number; newest: number }>()
const router = useRouter()
const changes = ref<Schemas['AnswerChange'][] | null>(null)
const against = ref(0)
const trouble = ref('')

async function look(earlier: number): Promise<void> {
  against.value = earlier
  changes.value = null
  const path = { job_id: props.job, number: Math.max(props.number, earlier), earlier: Math.min(props.number, earlier) }
  const { data, error } = await send('get', '/api/jobs/{job_id}/revisions/{number}/since/{earlier}', {
    params: { path },
  })
  changes.value = data?.changes ?? null
  trouble.value = data ? '' : problemText(error as Problem)
}

async function openCopy(): Promise<void> {
  const path = { job_id: props.job, number: props.number }
  const { data } = await send('get', '/api/jobs/{job_id}/revisions/{number}', { params: { path } })
  if (!data) return
  const name = `${data.name}, revision ${props.number}`.slice(0, 80)
  const made = await send('post', '/api/import', { body: { ...data, name } as never })
  if (made.data) await router.push(`/jobs/${made.data.id}/sizing`)
  else trouble.value = problemText(made.error as Problem)
}

function opened(event: Event): void {
  if ((event.target as HTMLDetailsElement).open && !against.value) void look(Math.max(1, props.number - 1))
}
</script>

<template>
  <details class="revision" @toggle="opened">
    <summary>Answers</summary>
    <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
    <p v-else-if="changes && !changes.length">No answer came out otherwise.</p>
    <ul v-if="changes">
      <li v-for="change in changes" :key="change.name + change.before + change.after">
        <b>{{ change.name }}</b>: {{ change.before || 'nothing' }} → {{ change.after || 'gone' }}
      </li>
    </ul>
    <v-plain-button v-if="number !== newest" @click="look(newest)">Compare with now</v-plain-button>
    <v-plain-button @click="openCopy">Open it as a copy</v-plain-button>
  </details>
</template>
