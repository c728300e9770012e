<script setup lang="ts">
import { computed } from 'vue'
import { useDays } from './useDays'
import { clockText, hoursText, parseClock, parseHours } from '../../../format/clock'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
import WorkLines from '../../parts/WorkLines.vue'

/** A task: why it exists, how long it takes and by which working, what it wants, and what a person changes of it. */
const days = useDays()
const store = useJob()
const task = computed(() => days.task!)
const kept = computed(() => days.kept(task.value.key))
const name = (id: string): string => store.job?.days.people[id]?.name ?? id
const STEP: Record<string, string> = {
  runs: 'route',
  circuits: 'panels',
  enclosures: 'panels',
  boxes: 'panels',
  electrodes: 'electrodes',
  buildings: 'electrodes',
}
const step = computed(() => STEP[task.value.where.split('/')[1] ?? ''])
const before = computed(() =>
  task.value.after.map((key) => days.plan?.tasks.find((one) => one.key === key)?.words ?? key),
)
function set(fields: Record<string, unknown>): void {
  void days.change(task.value.key, fields)
}
</script>

<template>
  <section class="part-panel" aria-label="The task">
    <p class="run-name">{{ task.place || 'The whole job' }}</p>
    <h1 aria-live="polite">{{ task.words }}</h1>
    <p v-if="task.day !== null">
      {{ days.plan!.day_names[task.day] }}, {{ clockText(task.start_h!) }} to {{ clockText(task.end_h!)
      }}<template v-if="task.who.length">, {{ task.who.map(name).join(' and ') }}</template
      >.
    </p>
    <p v-else class="trouble">It has no place. What stands above the days says why.</p>
    <p class="because">{{ task.why }}.</p>
    <p v-if="task.differs || task.note" class="because">{{ [task.differs, task.note].filter(Boolean).join('; ') }}</p>
    <div class="part-buttons">
      <v-act-button v-if="task.state === ''" @click="days.event('begun', task.key)">Begun</v-act-button>
      <v-act-button v-if="task.state !== 'done'" @click="days.event('done', task.key)">Done</v-act-button>
      <v-plain-button v-if="task.pinned && task.state === ''" @click="set({ day: null, start_h: null, who: [] })">
        Let it move
      </v-plain-button>
      <v-plain-button v-if="kept" @click="days.asPlanned(task.key)">As planned</v-plain-button>
    </div>
    <div class="fields">
      <CommitField
        label="Takes"
        :shown="kept?.hours ? hoursText(kept.hours) : ''"
        :hint="hoursText(task.planned_h)"
        empty-ok
        :parse="parseHours"
        wrong="A time, for example 1 h 30 min"
        @commit="set({ hours: $event })" />
      <CommitField
        label="People"
        :shown="kept?.people ? String(kept.people) : ''"
        :hint="String(task.people)"
        empty-ok
        :parse="(text) => (/^[1-8]$/.test(text.trim()) ? Number(text) : null)"
        wrong="A number from 1 to 8"
        @commit="set({ people: $event })" />
      <CommitField
        v-if="!task.off.length"
        label="In parts"
        :shown="kept?.parts ? String(kept.parts) : ''"
        hint="as half days ask"
        empty-ok
        :parse="(text) => (/^([1-9]|1[0-2])$/.test(text.trim()) ? Number(text) : null)"
        wrong="A number from 1 to 12"
        @commit="set({ parts: $event })" />
      <CommitField
        label="Begins"
        :shown="kept?.start_h != null ? clockText(kept.start_h) : ''"
        :hint="task.start_h === null ? 'no place' : clockText(task.start_h)"
        empty-ok
        :parse="parseClock"
        wrong="An hour, for example 10:30"
        @commit="set({ start_h: $event, day: $event === null ? null : (task.day ?? days.today) })" />
      <CommitField
        v-if="task.state === 'done'"
        label="Took"
        :shown="kept?.took_h ? hoursText(kept.took_h) : ''"
        empty-ok
        :parse="parseHours"
        wrong="A time, for example 1 h 30 min"
        @commit="set({ took_h: $event })" />
      <CommitField
        label="Note"
        :shown="kept?.note ?? ''"
        empty-ok
        :parse="(text) => text.trim()"
        wrong="A note"
        @commit="set({ note: $event ?? '' })" />
    </div>
    <v-checkbox
      class="flag"
      :model-value="kept?.crossed_out ?? false"
      @update:model-value="set({ crossed_out: Boolean($event) })"
      ><template #label>Crossed out: it is done already, or by others</template></v-checkbox
    >
    <h2>What it wants</h2>
    <ul class="plain-list">
      <li>
        {{ task.people }} {{ task.people === 1 ? 'person' : 'people'
        }}{{ task.skilled ? ', an electrician among them' : '; a helper may' }}
      </li>
      <li v-if="task.off.length">
        <b>Dead:</b> {{ task.off.map((id) => store.job?.enclosures[id]?.name ?? id).join(', ') }}
      </li>
      <li v-if="task.cannot_stand.length">It cannot stand {{ task.cannot_stand.join(', ') }}.</li>
      <li v-if="task.tools.length">Bring {{ task.tools.join(', ') }}.</li>
      <li v-if="before.length">
        After: {{ before.slice(0, 4).join('; ') }}{{ before.length > 4 ? ` and ${before.length - 4} more` : '' }}.
      </li>
      <li v-if="task.goods.length">
        <router-link :to="`/jobs/${store.state?.id}/materials`">{{ task.goods.length }} lines of the list</router-link>
      </li>
    </ul>
    <v-plain-button v-if="step" :to="`/jobs/${store.state?.id}/${step}`">Go to its part</v-plain-button>
    <h2>How long</h2>
    <WorkLines :lines="task.working" />
    <p class="because">
      Arrow keys on it in the picture: earlier and later, another person; Delete lets it move again.
    </p>
  </section>
</template>
