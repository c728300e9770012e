<script setup lang="ts">
import { computed, ref } from 'vue'
import { problemText, type Problem } from '../../../api/client'
import { send } from '../../../api/transport'
import { useStep } from '../../../composables/useStep'
import { depthText, parseLength } from '../../../format/quantities'
import CommitField from '../../parts/CommitField.vue'
import { useJob } from '../../../state/job'
import { useSettings } from '../../../state/settings'

/** Who inspects here, what is known of their wants from earlier jobs, and what this job was told. */
const store = useJob()
const settings = useSettings()
const view = useStep('/api/jobs/{job_id}/steps/inspection/authority')
const said = computed(() => view.data.value)
const trouble = ref('')
const cover = computed(() => store.job?.amendments.cover_least ?? null)
const text = (typed: string): string => typed.trim()
const length = (typed: string): number | null => parseLength(typed, store.units)

const name = (value: string | null) => store.edit([{ op: 'add', path: '/particulars/authority', value: value ?? '' }])
function askCover(value_m: number | null): void {
  const path = '/amendments/cover_least'
  if (value_m === null) {
    if (cover.value) void store.edit([{ op: 'remove', path }])
    return
  }
  const when = new Date().toISOString().slice(0, 10)
  const value = { value_m, whose: cover.value?.whose || settings.person, when, why: cover.value?.why ?? '' }
  void store.edit([{ op: 'add', path, value }])
}
const put = (field: string, value: string | null) =>
  store.edit([{ op: 'add', path: `/amendments/cover_least/${field}`, value: value ?? '' }])

async function remember(): Promise<void> {
  if (!store.state) return
  await store.settled()
  const path = { job_id: store.state.id }
  const { error } = await send('post', '/api/jobs/{job_id}/authority/remember', { params: { path } })
  trouble.value = error ? problemText(error as Problem) : ''
  await view.refetch()
}
const whose = (one: { whose: string; when: string; why: string }): string =>
  [one.whose, one.when, one.why].filter(Boolean).join(', ')
</script>

<template>
  <section aria-label="Who inspects here">
    <h2 class="survey-title">Who inspects here, and what they want</h2>
    <div class="authority-fields">
      <CommitField
        label="Who inspects"
        :shown="store.job?.particulars.authority ?? ''"
        wrong=""
        :parse="text"
        empty-ok
        @commit="name($event)" />
      <CommitField
        label="Cover here, at least"
        :shown="cover ? depthText(cover.value_m, store.units) : ''"
        hint="as the code asks"
        wrong="A length, such as 30 in."
        :parse="length"
        empty-ok
        @commit="askCover($event)" />
      <template v-if="cover">
        <CommitField
          label="Whose word"
          :shown="cover.whose"
          wrong=""
          :parse="text"
          empty-ok
          @commit="put('whose', $event)" />
        <CommitField label="Why" :shown="cover.why" wrong="" :parse="text" empty-ok @commit="put('why', $event)" />
      </template>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="said?.open.length">
      <p>
        <b>{{ said.name }}</b> is known to want, and this job does not follow yet:
      </p>
      <ul class="plain-list">
        <li v-for="one in said.open" :key="one.key">
          {{ one.words }} <small>{{ whose(one) }}</small>
        </li>
      </ul>
      <v-act-button @click="store.takeHabits(said.name)">Take them into this job</v-act-button>
    </template>
    <p v-else-if="said?.wants.length">This job follows all that {{ said.name }} is known to want.</p>
    <template v-if="said?.teaches.length">
      <p>This job was told what is not remembered yet:</p>
      <ul class="plain-list">
        <li v-for="one in said.teaches" :key="one.key">
          {{ one.words }} <small>{{ whose(one) }}</small>
        </li>
      </ul>
      <v-plain-button @click="remember">Remember it for later jobs</v-plain-button>
    </template>
    <p v-if="said && !said.name" class="because">
      Name who inspects, and what they told you on earlier jobs comes up here.
      <template v-if="said.names.length">Known: {{ said.names.join(', ') }}.</template>
    </p>
  </section>
</template>

<style scoped>
.authority-fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 8px 14px;
  margin: 8px 0;
}
</style>
