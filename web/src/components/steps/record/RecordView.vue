<script setup lang="ts">
import { link } from '../../../api/transport'
import { STAGES } from '../../../format/stages'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import PhotosPart from '../../parts/PhotosPart.vue'
import BuiltPart from './BuiltPart.vue'
import HistoryPart from './HistoryPart.vue'
import NotesPart from './NotesPart.vue'
import { useJob } from '../../../state/job'
import { useRecord } from './useRecord'

/** What stays when the crew is gone: what was built, notes, photos and papers, every change, a file to hand over. */
const record = useRecord()
const store = useJob()
const pin = (key: string, part: unknown) =>
  store.edit([{ op: 'add', path: `/record/attachments/${key}/part`, value: part }])
</script>

<template>
  <main class="sizing record">
    <div class="center">
      <div class="center-scroll">
        <h1 class="sr-only">Record</h1>
        <NotesPart />
        <section aria-label="Photos">
          <h2 class="survey-title">Photos and papers</h2>
          <PhotosPart v-slot="{ id, one }" all>
            <v-select
              :model-value="one.part"
              label="Shows"
              :items="record.parts"
              @update:model-value="pin(id, $event)" />
          </PhotosPart>
        </section>
        <BuiltPart />
        <HistoryPart />
      </div>
      <FindingsStrip />
    </div>
    <div class="answer" tabindex="0" role="region" aria-label="Answer">
      <section class="part-panel" aria-label="What is handed over">
        <h1 class="stage">{{ STAGES[record.said?.stage ?? ''] ?? 'record' }}</h1>
        <p>
          Notes: {{ record.notes.length }}. Photos and papers:
          {{ Object.keys(store.job?.record.attachments ?? {}).length }}. Runs built otherwise:
          {{ record.said?.built.length ?? 0 }}.
        </p>
        <p v-if="store.state">
          <v-act-button :href="link('/api/jobs/{job_id}/export/hand-over.zip', { job_id: store.state.id })" download
            >Save the file to hand over</v-act-button
          >
        </p>
        <p class="because">
          For whoever comes in twenty years: a page that any browser opens, the job as data, photos and papers beside
          it.
        </p>
        <template v-if="record.said?.owner.length">
          <h2>What the owner asks</h2>
          <details v-for="one in record.said.owner" :key="one.question" class="owner-asks">
            <summary>{{ one.question }}</summary>
            <p>{{ one.answer }}</p>
          </details>
        </template>
      </section>
    </div>
  </main>
</template>

<style scoped>
.center-scroll {
  padding: 10px 14px;
}
.stage::first-letter {
  text-transform: uppercase;
}
.owner-asks summary {
  min-height: 44px;
  display: flex;
  align-items: center;
  cursor: pointer;
}
</style>
