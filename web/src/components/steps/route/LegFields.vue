<script setup lang="ts">
import type { Segment } from '../../../api/client'
import { lengthText, parseLength, parseRise } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

type Leg = Segment['legs'][string]

/** One leg: what it follows, how far on the level, how much it rises, and how it turns at its end. */
defineProps<{ leg: Leg; number: number }>()
const emit = defineEmits<{ set: [fields: Partial<Leg>]; drop: [] }>()
const store = useJob()
const degrees = (text: string): number | null =>
  /^\d+(\.\d+)?\s*°?$/.test(text.trim()) && parseFloat(text) <= 180 ? parseFloat(text) : null
</script>

<template>
  <CommitField
    :label="`Leg ${number}, what it is`"
    :shown="leg.words"
    hint="along the joists"
    empty-ok
    :parse="(t) => t.trim().slice(0, 80) || null"
    wrong="A few words"
    @commit="emit('set', { words: $event ?? '' })" />
  <CommitField
    label="On the level"
    :shown="lengthText(leg.level_m, store.units)"
    :parse="(t) => parseLength(t, store.units) ?? (/^0+$/.test(t.trim()) ? 0 : null)"
    wrong="A length"
    @commit="$event !== null && emit('set', { level_m: $event })" />
  <CommitField
    label="Rise, − down"
    :shown="lengthText(leg.rise_m, store.units)"
    :parse="(t) => parseRise(t, store.units) ?? (/^0+$/.test(t.trim()) ? 0 : null)"
    wrong="A rise, for example −6 ft"
    @commit="$event !== null && emit('set', { rise_m: $event })" />
  <CommitField
    label="Then turns"
    :shown="`${leg.turn_deg}°`"
    :parse="degrees"
    wrong="Degrees, 0 to 180"
    @commit="$event !== null && emit('set', { turn_deg: $event })" />
  <v-plain-button :aria-label="`Remove leg ${number}`" @click="emit('drop')">Remove</v-plain-button>
</template>
