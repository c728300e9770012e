<script setup lang="ts">
import { computed, ref } from 'vue'
import { usePanel } from './usePanel'
import { useJob } from '../../../state/job'

/** An inventory as fast as it is read aloud: name, amperes, wire, poles, Enter; the next one stands ready. */
const panel = usePanel()
const store = useJob()
const name = ref('')
const amperes = ref('')
const size = ref('')
const poles = ref('1')
const stands = ref(true)
const wrong = ref('')
const box = ref<HTMLInputElement | null>(null)
const next = computed(() => (poles.value === '2' ? panel.plan?.next_two_pole : panel.plan?.next_single))
/** Where the panel takes the place of another: what is written down stands in the old one and goes over, or is new. */
const moves = computed(() => Boolean(panel.plan?.move))
const sizes = computed(() => store.options?.sizes.copper ?? [])

async function add(): Promise<void> {
  const rating = amperes.value.trim() ? Number(amperes.value.replace(/\s*a$/i, '')) : null
  if (rating !== null && !(rating > 0)) {
    wrong.value = 'Amperes, for example 20.'
    return
  }
  if (!next.value?.length) {
    wrong.value = panel.plan?.room ?? ''
    return
  }
  wrong.value = ''
  const there = moves.value && stands.value ? { old_slots: next.value } : {}
  const fields = { name: name.value.trim(), rating_a: rating, size: size.value || null, ...there }
  name.value = ''
  await panel.add(fields, Number(poles.value))
  box.value?.focus()
}
</script>

<template>
  <form class="move-start quick-add" :aria-label="$fill('Write down what is in the {panel}')" @submit.prevent="add">
    <label
      >{{ $fill('{Slot}') }} {{ next?.join(' and ') || '–' }}
      <input ref="box" v-model="name" size="22" maxlength="80" placeholder="room and use" aria-label="Name" />
    </label>
    <label>Amperes <input v-model="amperes" size="4" inputmode="decimal" /></label>
    <label
      >Wire
      <select v-model="size">
        <option value="">not noted</option>
        <option v-for="one in sizes" :key="one.value" :value="one.value">{{ one.title }}</option>
      </select>
    </label>
    <label v-if="!store.options?.one_line"
      >Poles
      <select v-model="poles">
        <option value="1">1</option>
        <option value="2">2</option>
      </select>
    </label>
    <label v-if="moves" class="flag">
      <input v-model="stands" type="checkbox" /> {{ $fill('it is in the old {panel} and goes over') }}
    </label>
    <button class="cure" type="submit">Add</button>
    <p v-if="wrong" class="trouble" role="alert">{{ wrong }}</p>
  </form>
</template>
