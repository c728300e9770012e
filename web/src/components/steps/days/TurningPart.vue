<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '../../../api/client'
import { useDays } from './useDays'
import { freshId } from '../../../drawing/tree'
import { useJob } from '../../../state/job'
import { useSettings } from '../../../state/settings'
import CommitField from '../../parts/CommitField.vue'

/** Turning off and on, step by step, ticked with time and reading; a wrong reading stops. Tags to hang. */
const days = useDays()
const store = useJob()
const settings = useSettings()
const tag = ref({ device: '', why: '', until: '' })
const tags = computed(() => Object.entries(store.job?.days.tags ?? {}))
type Step = Schemas['TurnStep']

function tick(step: Step, reading_v: number | null): void {
  const now = new Date()
  const at = `${now.getHours()}:${String(now.getMinutes()).padStart(2, '0')}`
  void store.edit([{ op: 'add', path: `/days/ticks/${step.key}`, value: { at, reading_v, by: settings.person } }])
}
function untick(step: Step): void {
  void store.edit([{ op: 'remove', path: `/days/ticks/${step.key}` }])
}
function volts(text: string): number | null {
  const value = Number(text.trim().replace(/\s*v$/i, '').replace(',', '.') || NaN)
  return value >= 0 && value <= 2000 ? value : null
}
function hang(device: string, why: string, until: string): void {
  const id = freshId(store.job!, 'G', Object.keys(store.job!.days.tags))
  const value = { device: device.slice(0, 80), why: why.slice(0, 80), until: until.slice(0, 80), who: settings.person }
  void store.edit([{ op: 'add', path: `/days/tags/${id}`, value }])
}
function hangTyped(): void {
  const one = tag.value
  if (!one.device.trim() || !one.why.trim() || !one.until.trim()) return
  hang(one.device.trim(), one.why.trim(), one.until.trim())
  tag.value = { device: '', why: '', until: '' }
}
function print(): void {
  document.body.classList.add('prints-tags')
  window.print()
  document.body.classList.remove('prints-tags')
}
const lists = (one: Schemas['Turning']): [string, Step[]][] => {
  const on: [string, Step[]] = [one.off.length ? 'On again' : 'On for the first time', one.on as Step[]]
  return one.off.length ? [['Off', one.off as Step[]], on] : [on]
}
</script>

<template>
  <details v-for="one in days.turning" :key="one.head" class="layout-fields turning">
    <summary>
      <b>Turning {{ one.name }} {{ one.off.length ? 'off and on' : 'on' }}</b>
      <span
        >{{ [...one.off, ...one.on].filter((step) => step.done).length }} of
        {{ one.off.length + one.on.length }} ticked</span
      >
    </summary>
    <p class="caution">
      Live all the same: {{ one.stays_live.join('; ') }}. The neutral and the ground of a service are never opened under
      load.
    </p>
    <template v-for="[title, steps] in lists(one)" :key="title">
      <h2 class="small-head">{{ title }}</h2>
      <ol class="turn-steps">
        <li
          v-for="step in steps"
          :key="step.key"
          :class="{ done: step.done, wrong: step.wrong, blocked: step.blocked }">
          <div class="turn-words">
            <b>{{ step.words }}</b> <small>{{ step.why }}</small>
            <p v-if="step.wrong" class="trouble" role="alert">{{ step.wrong }}</p>
          </div>
          <CommitField
            v-if="step.least_v !== null && (!step.blocked || step.reading_v !== null)"
            :label="`Volts: ${step.words}`"
            :shown="step.reading_v === null ? '' : `${step.reading_v} V`"
            :hint="`${Math.round(step.least_v!)} to ${Math.round(step.most_v!)} V`"
            empty-ok
            :parse="volts"
            wrong="A voltage, for example 121"
            @commit="$event === null ? untick(step) : tick(step, $event)" />
          <v-act-button
            v-else-if="!step.done && !step.blocked"
            class="big"
            :aria-label="`${step.words}: done`"
            @click="tick(step, null)">
            Done
          </v-act-button>
          <span v-else-if="step.done" class="ticked"
            >✓ {{ step.at }}
            <v-plain-button :aria-label="`Take back: ${step.words}`" @click="untick(step)">Take back</v-plain-button>
          </span>
          <small v-else class="waits">{{ step.blocked }}</small>
          <v-plain-button
            v-if="step.hold"
            :aria-label="`Tag for ${step.words}`"
            @click="hang(step.words.split(':')[0]!, step.why, step.hold)">
            Tag: {{ step.hold }}
          </v-plain-button>
        </li>
      </ol>
    </template>
    <template v-if="one.loose_ends.length">
      <h2 class="small-head">Loose ends</h2>
      <ul class="plain-list">
        <li v-for="words in one.loose_ends" :key="words">{{ words }}</li>
      </ul>
    </template>
  </details>
  <details class="layout-fields">
    <summary>
      <b>Tags to hang</b> <span>{{ tags.length || 'none' }}</span>
    </summary>
    <div class="hold-tags">
      <article v-for="[id, one] in tags" :key="id" class="hold-tag">
        <h2 class="small-head">Do not switch on</h2>
        <p class="tag-device">{{ one.device }}</p>
        <p>{{ one.why }}</p>
        <p>
          <b>{{ one.until }}</b>
        </p>
        <p>Hung by {{ one.who || '________________' }}</p>
        <v-plain-button
          class="not-printed"
          :aria-label="`Take down the tag on ${one.device}`"
          @click="store.edit([{ op: 'remove', path: `/days/tags/${id}` }])">
          Take down
        </v-plain-button>
      </article>
    </div>
    <form class="move-start" @submit.prevent="hangTyped">
      <v-text-field v-model="tag.device" class="pick" label="Device" maxlength="80" placeholder="water heater" />
      <v-text-field v-model="tag.why" class="pick" label="Why" maxlength="80" placeholder="tank is empty" />
      <v-text-field v-model="tag.until" class="pick" label="Until" maxlength="80" placeholder="until it is full" />
      <v-act-button type="submit">Hang it</v-act-button>
      <v-plain-button v-if="tags.length" type="button" @click="print">Print the tags</v-plain-button>
    </form>
  </details>
</template>

<style scoped>
.turn-steps {
  padding-left: 24px;
}
.turn-steps li.blocked .turn-words {
  opacity: 0.8;
}
.hold-tags {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
.hold-tag {
  border: 4px double currentColor;
  padding: 12px 16px;
  width: 240px;
}
.hold-tag .tag-device {
  font-size: 20px;
  font-weight: 700;
}
</style>
