<script setup lang="ts">
import { link } from '../../../api/transport'
import { computed, ref } from 'vue'
import { useDays } from './useDays'
import { freshId } from '../../../drawing/tree'
import { clockText, hoursText, parseClock, parseHours } from '../../../format/clock'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** Who works, when the day begins and ends, when the first day is, and how long work takes. */
const days = useDays()
const store = useJob()
const kept = computed(() => store.job?.days)
const file = ref<HTMLInputElement | null>(null)
const whose = ref('')

function set(path: string, value: unknown): void {
  void store.edit([{ op: 'add', path: `/days/${path}`, value }])
}
function addPerson(): void {
  const id = freshId(store.job!, 'Q', Object.keys(kept.value!.people))
  set(`people/${id}`, { name: `Person ${Object.keys(kept.value!.people).length + 1}`, role: 'helper' })
}
function rate(key: string, hours: number | null): void {
  const path = `/days/rates/${key}`
  void store.edit([hours === null ? { op: 'remove', path } : { op: 'add', path, value: hours }])
}
async function read(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (chosen && whose.value)
    await store.sendDays('/api/jobs/{job_id}/calendar', { person: whose.value, text: await chosen.text() })
  if (file.value) file.value.value = ''
}
function pick(id: string): void {
  whose.value = id
  file.value?.click()
}
/** Rates by length are said for ten feet or ten metres: nobody counts seconds for one. */
const many = (per: string): number => (per !== 'm' ? 1 : store.units === 'feet' ? 3.048 : 10)
const perWords = (per: string): string => (per !== 'm' ? per : store.units === 'feet' ? '10 ft' : '10 m')
const count = (text: string): number | null => (/^([1-9]|10)$/.test(text.trim()) ? Number(text) : null)
</script>

<template>
  <details class="layout-fields">
    <summary><b>Crew and hours</b> <span>who works, from when to when, how long things take</span></summary>
    <div class="fields">
      <CommitField
        label="First day"
        :shown="kept?.starts ?? ''"
        hint="no date yet"
        empty-ok
        :parse="(text) => (/^\d{4}-\d{2}-\d{2}$/.test(text.trim()) ? text.trim() : null)"
        wrong="A date, for example 2027-03-01"
        @commit="set('starts', $event ?? '')" />
      <CommitField
        label="Time zone"
        :shown="kept?.zone ?? ''"
        hint="the clock on the wall"
        empty-ok
        :parse="(text) => text.trim()"
        wrong="A zone, for example Etc/UTC"
        @commit="set('zone', $event ?? '')" />
      <CommitField
        label="Days at most"
        :shown="String(kept?.days ?? 5)"
        :parse="count"
        wrong="1 to 10"
        @commit="set('days', $event)" />
      <CommitField
        label="Begins"
        :shown="clockText(kept?.begins_h ?? 8)"
        :parse="parseClock"
        wrong="An hour"
        @commit="set('begins_h', $event)" />
      <CommitField
        label="Ends"
        :shown="clockText(kept?.ends_h ?? 16)"
        :parse="parseClock"
        wrong="An hour"
        @commit="set('ends_h', $event)" />
    </div>
    <div v-for="[id, person] in days.people" :key="id" class="fields window" role="group" :aria-label="person.name">
      <CommitField
        label="Name"
        :shown="person.name"
        :parse="(text) => text.trim() || null"
        wrong="A name"
        @commit="$event && set(`people/${id}/name`, $event)" />
      <v-checkbox
        class="flag"
        :model-value="person.role === 'electrician'"
        @update:model-value="set(`people/${id}/role`, Boolean($event) ? 'electrician' : 'helper')"
        ><template #label>Electrician</template></v-checkbox
      >
      <v-plain-button v-if="person.away_from_day != null" @click="set(`people/${id}/away_from_day`, null)">
        Is back
      </v-plain-button>
      <v-plain-button :aria-label="`Busy times of ${person.name} from a calendar`" @click="pick(id)">
        Busy times from a calendar{{ person.busy.length ? ` (${person.busy.length})` : '' }}
      </v-plain-button>
      <v-plain-button
        :aria-label="`${person.name} does not work here`"
        @click="store.edit([{ op: 'remove', path: `/days/people/${id}` }])">
        Take out
      </v-plain-button>
    </div>
    <input
      ref="file"
      type="file"
      accept=".ics,text/calendar"
      class="sr-only"
      aria-label="Calendar with busy times"
      tabindex="-1"
      @change="read" />
    <div class="part-buttons">
      <v-act-button @click="addPerson">Add a person</v-act-button>
      <v-act-button
        v-if="kept?.starts"
        :href="link('/api/jobs/{job_id}/calendar.ics', { job_id: store.state?.id ?? '' })"
        download
        >Save as calendar</v-act-button
      >
      <span v-else class="because">With a first day, the days can be saved as a calendar.</span>
    </div>
    <h2 class="small-head">How long work takes</h2>
    <p class="because">Customary hours, no promise. What you type counts instead; what your own tasks took is shown.</p>
    <div class="table-scroll" tabindex="0">
      <v-table class="other-ways">
        <thead>
          <tr>
            <th>Work</th>
            <th class="number">Customary</th>
            <th>Yours</th>
            <th class="number">As it went</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in days.plan?.rates ?? []" :key="one.key">
            <td>
              {{ one.words }}<small>per {{ perWords(one.per) }}</small>
            </td>
            <td class="number">{{ hoursText(one.customary_h * many(one.per)) }}</td>
            <td>
              <CommitField
                bare
                :label="`Hours: ${one.words}`"
                :shown="kept?.rates[one.key] ? hoursText(kept.rates[one.key]! * many(one.per)) : ''"
                hint="customary"
                empty-ok
                :parse="parseHours"
                wrong="A time, for example 45 min"
                @commit="rate(one.key, $event === null ? null : $event / many(one.per))" />
            </td>
            <td class="number">
              <v-plain-button
                v-if="one.learned_h"
                :aria-label="`Take ${hoursText(one.learned_h * many(one.per))} for ${one.words}`"
                @click="rate(one.key, one.learned_h)">
                {{ hoursText(one.learned_h * many(one.per)) }} of {{ one.learned_of }}
              </v-plain-button>
            </td>
          </tr>
        </tbody>
      </v-table>
    </div>
  </details>
</template>
