<script setup lang="ts">
import { computed, ref } from 'vue'
import { problemText, type Operation, type Problem, type Segment } from '../../../api/client'
import { freshKey, inOrder, placeAt } from '../../../drawing/rows'
import { send } from '../../../api/transport'
import { FOOT_M, lengthText, parseLength } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
import LegFields from './LegFields.vue'

type Leg = Segment['legs'][string]

/** A route measured leg by leg, typed or read from a walked track. */
const props = defineProps<{ stretch: Segment }>()
const emit = defineEmits<{ edit: [edits: Operation[]] }>()
const store = useJob()
const legs = computed(() => inOrder(props.stretch.legs))
const gpx = ref<HTMLInputElement | null>(null)
const trouble = ref('')
const MOST_TYPED = 12 // a walked track has more legs than anybody types
const shown = (length_m: number): string => lengthText(length_m, store.units)

function setLeg(key: string, fields: Partial<Leg>): void {
  const edits = Object.entries(fields)
  emit(
    'edit',
    edits.map(([field, value]) => ({ op: 'add', path: `legs/${key}/${field}`, value })),
  )
}

/** The first leg is the whole stretch; each further one starts at ten feet. */
function addLeg(): void {
  const level_m = legs.value.length ? 10 * FOOT_M : props.stretch.length_m
  const value = { words: '', level_m, rise_m: 0, turn_deg: 0, order: placeAt(legs.value, legs.value.length) }
  emit('edit', [{ op: 'add', path: `legs/${freshKey(legs.value)}`, value }])
}

function forget(): void {
  emit('edit', [
    { op: 'add', path: 'legs', value: {} },
    { op: 'add', path: 'slack_m', value: 0 },
  ])
}

async function readTrack(): Promise<void> {
  const file = gpx.value?.files?.[0]
  if (!file) return
  const { data, error } = await send('post', '/api/route/gpx', { body: { text: await file.text() } })
  if (gpx.value) gpx.value.value = ''
  trouble.value = data ? '' : `${file.name} was not read. ${problemText(error as Problem)}`
  if (data) emit('edit', [{ op: 'add', path: 'legs', value: data.legs }])
}
</script>

<template>
  <details class="legs" :open="legs.length > 0">
    <summary>
      <b>Measured leg by leg</b>
      <span>{{
        legs.length
          ? `${legs.length} legs and ${shown(stretch.slack_m)} slack make ${shown(stretch.length_m)}`
          : 'typed as one length'
      }}</span>
    </summary>
    <ol v-if="legs.length && legs.length <= MOST_TYPED">
      <li v-for="(leg, i) in legs" :key="leg.key" class="leg">
        <LegFields
          :leg="leg"
          :number="i + 1"
          @set="setLeg(leg.key, $event)"
          @drop="emit('edit', [{ op: 'remove', path: `legs/${leg.key}` }])" />
      </li>
    </ol>
    <p v-else-if="legs.length" class="empty">{{ legs.length }} legs of a walked track.</p>
    <div class="leg-buttons">
      <v-act-button @click="addLeg">Add a leg</v-act-button>
      <v-act-button @click="gpx?.click()">Read a GPX track</v-act-button>
      <v-plain-button v-if="legs.length" @click="forget">Forget the legs</v-plain-button>
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
      v-if="legs.length"
      label="Slack at ends and boxes"
      :shown="lengthText(stretch.slack_m, store.units)"
      :parse="(t) => parseLength(t, store.units) ?? (/^0+$/.test(t.trim()) ? 0 : null)"
      wrong="A length"
      @commit="emit('edit', [{ op: 'add', path: 'slack_m', value: $event ?? 0 }])" />
    <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
  </details>
</template>
