<script setup lang="ts">
import { ref } from 'vue'
import { problemText, type Problem, type Segment } from '../../../api/client'
import { send } from '../../../api/transport'
import { FOOT_M, lengthText, parseLength } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
import LegFields from './LegFields.vue'

/** A route measured leg by leg, typed or read from a walked track. */
const props = defineProps<{ stretch: Segment }>()
const emit = defineEmits<{ change: [fields: Partial<Segment>] }>()
const store = useJob()
const gpx = ref<HTMLInputElement | null>(null)
const trouble = ref('')
const MOST_TYPED = 12 // a walked track has more legs than anybody types
const shown = (length_m: number): string => lengthText(length_m, store.units)

function setLeg(i: number, fields: Partial<Segment['legs'][number]>): void {
  emit('change', { legs: props.stretch.legs.map((leg, n) => (n === i ? { ...leg, ...fields } : leg)) })
}

/** The first leg is the whole stretch; each further one starts at ten feet. */
function addLeg(): void {
  const length_m = props.stretch.legs.length ? 10 * FOOT_M : props.stretch.length_m
  emit('change', { legs: [...props.stretch.legs, { words: '', level_m: length_m, rise_m: 0, turn_deg: 0 }] })
}

function dropLeg(i: number): void {
  emit('change', { legs: props.stretch.legs.filter((_, n) => n !== i) })
}

async function readTrack(): Promise<void> {
  const file = gpx.value?.files?.[0]
  if (!file) return
  const { data, error } = await send('post', '/api/route/gpx', { body: { text: await file.text() } })
  if (gpx.value) gpx.value.value = ''
  trouble.value = data ? '' : `${file.name} was not read. ${problemText(error as Problem)}`
  if (data) emit('change', { legs: data.legs })
}
</script>

<template>
  <details class="legs" :open="stretch.legs.length > 0">
    <summary>
      <b>Measured leg by leg</b>
      <span>{{
        stretch.legs.length
          ? `${stretch.legs.length} legs and ${shown(stretch.slack_m)} slack make ${shown(stretch.length_m)}`
          : 'typed as one length'
      }}</span>
    </summary>
    <ol v-if="stretch.legs.length && stretch.legs.length <= MOST_TYPED">
      <li v-for="(leg, i) in stretch.legs" :key="i" class="leg">
        <LegFields :leg="leg" :number="i + 1" @set="setLeg(i, $event)" @drop="dropLeg(i)" />
      </li>
    </ol>
    <p v-else-if="stretch.legs.length" class="empty">{{ stretch.legs.length }} legs of a walked track.</p>
    <div class="leg-buttons">
      <button class="cure" @click="addLeg">Add a leg</button>
      <button class="cure" @click="gpx?.click()">Read a GPX track</button>
      <button v-if="stretch.legs.length" class="cure plain" @click="emit('change', { legs: [], slack_m: 0 })">
        Forget the legs
      </button>
      <input
        ref="gpx"
        type="file"
        accept=".gpx,application/gpx+xml"
        class="sr-only"
        aria-label="GPX track"
        tabindex="-1"
        @change="readTrack" />
    </div>
    <CommitField
      v-if="stretch.legs.length"
      label="Slack at ends and boxes"
      :shown="lengthText(stretch.slack_m, store.units)"
      :parse="(t) => parseLength(t, store.units) ?? (/^0+$/.test(t.trim()) ? 0 : null)"
      wrong="A length"
      @commit="emit('change', { slack_m: $event ?? 0 })" />
    <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
  </details>
</template>
