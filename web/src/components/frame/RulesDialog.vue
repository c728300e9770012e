<script setup lang="ts">
import { ref, watch } from 'vue'
import { problemText, type Problem, type Schemas } from '../../api/client'
import { orElse, send } from '../../api/transport'
import { rulebooks } from '../../api/lists'
import { useJob } from '../../state/job'

/** The rules a job follows: what another code would change in meaning, before it is taken. */
const open = defineModel<boolean>({ required: true })
const store = useJob()
const books = ref<Schemas['Choice'][]>([])
const to = ref('')
const answer = ref<Schemas['RulebookChangeAnswer'] | null>(null)
const trouble = ref('')

watch(open, async (now) => {
  if (!now) return
  answer.value = null
  books.value = await orElse(rulebooks(), [])
  await look(books.value.find((book) => book.value !== store.job?.rulebook)?.value ?? '')
})

async function look(name: string): Promise<void> {
  to.value = name
  if (!store.job || !name || name === store.job.rulebook) {
    answer.value = null
    return
  }
  const { data, error } = await send('post', '/api/calc/rulebook-change', { body: { job: store.job, to: name } })
  answer.value = data ?? null
  trouble.value = data ? '' : problemText(error as Problem)
}

async function take(): Promise<void> {
  if (!answer.value) return
  await store.take(answer.value.cure)
  open.value = false
  if (store.state) await store.load(store.state.id)
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Rules" max-width="720">
    <v-card class="dialog">
      <h2>Rules of this job</h2>
      <p>Now: {{ store.plan?.rulebook_title }}. The adopted local code and the inspector have the last word.</p>
      <fieldset>
        <legend class="sr-only">Follow</legend>
        <label v-for="book in books" :key="book.value" class="school"
          ><input
            type="radio"
            name="rulebook"
            :value="book.value"
            :checked="book.value === (to || store.job?.rulebook)"
            @change="look(book.value)" /><span
            >{{ book.title }}<small v-if="book.value === store.job?.rulebook">followed now</small></span
          ></label
        >
      </fieldset>
      <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
      <template v-if="answer">
        <h3>{{ answer.headline }}</h3>
        <div class="rules-list" tabindex="0" role="group" aria-label="What changes">
          <v-table v-if="answer.meanings.length" class="other-ways">
            <thead>
              <tr>
                <th>Part</th>
                <th>Now</th>
                <th>Then</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="m in answer.meanings" :key="m.where + m.what">
                <td>{{ m.name }}, {{ m.what }}</td>
                <td>{{ m.before }}</td>
                <td>
                  <b>{{ m.after }}</b>
                </td>
              </tr>
            </tbody>
          </v-table>
          <template v-if="answer.handed_back.length"
            ><h3>Handed back to the rules</h3>
            <ul>
              <li v-for="line in answer.handed_back" :key="line">{{ line }}</li>
            </ul></template
          >
        </div>
      </template>
      <details v-if="store.options" class="not-covered">
        <summary>What the rules followed now do not cover here</summary>
        <ul tabindex="0">
          <li v-for="line in store.options.not_covered" :key="line">{{ line }}</li>
        </ul>
      </details>
      <div class="dialog-buttons">
        <v-btn v-if="answer" color="primary" variant="flat" @click="take">{{ answer.cure.words }}</v-btn>
        <v-btn @click="open = false">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.rules-list {
  max-height: 44vh;
  overflow-y: auto;
  min-height: 120px;
}
</style>
