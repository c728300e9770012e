<script setup lang="ts">
import { ref } from 'vue'
import { parseWay } from '../../../format/quantities'
import { usePanel } from './usePanel'
import { useJob } from '../../../state/job'

/** Hang a new panel in place of this one: how far, and how many spaces. */
const panel = usePanel()
const store = useJob()
const right = ref('')
const up = ref('0')
const spaces = ref('')
const wrong = ref('')

async function move(): Promise<void> {
  const right_m = parseWay(right.value, store.units)
  const up_m = parseWay(up.value, store.units)
  const count = spaces.value.trim() ? Number(spaces.value) : null
  if (right_m === null || up_m === null) wrong.value = 'How far: for example 4 ft 6 in, or -1.2 m for the other way.'
  else if (count !== null && !(Number.isInteger(count) && count > 0)) wrong.value = 'A whole number of spaces.'
  else {
    wrong.value = ''
    await panel.move(right_m, up_m, count)
  }
}
</script>

<template>
  <details class="layout-fields">
    <summary>
      <b>{{ $fill('Move this {panel} to another place') }}</b>
    </summary>
    <p class="because">
      {{ $fill('A new one is hung beside it; every circuit keeps its {slot}. Each cable then reaches, or is short.') }}
    </p>
    <form class="move-start" @submit.prevent="move">
      <v-text-field v-model="right" class="pick" label="To the right" placeholder="4 ft 6 in" />
      <v-text-field v-model="up" class="pick few" label="Up" />
      <v-text-field
        v-model="spaces"
        class="pick few"
        :label="$fill('{Spaces}')"
        :placeholder="String(panel.layout?.spaces ?? '')" />
      <v-act-button type="submit">{{ $fill('Hang the new {panel}') }}</v-act-button>
    </form>
    <p v-if="wrong" class="trouble" role="alert">{{ wrong }}</p>
  </details>
</template>
