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
const box = ref<{ focus: () => void } | null>(null)
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
    <v-text-field
      ref="box"
      v-model="name"
      class="pick"
      :label="`Name, ${$fill('{slot}')} ${next?.join(' and ') || '–'}`"
      maxlength="80"
      placeholder="room and use" />
    <v-text-field v-model="amperes" class="pick few" label="Amperes" inputmode="decimal" />
    <v-select v-model="size" class="pick" label="Wire" :items="[{ value: '', title: 'not noted' }, ...sizes]" />
    <v-select v-if="!store.options?.one_line" v-model="poles" class="pick few" label="Poles" :items="['1', '2']" />
    <v-checkbox v-if="moves" v-model="stands" class="flag"
      ><template #label>{{ $fill('it is in the old {panel} and goes over') }}</template></v-checkbox
    >
    <v-act-button type="submit">Add</v-act-button>
    <p v-if="wrong" class="trouble" role="alert">{{ wrong }}</p>
  </form>
</template>
