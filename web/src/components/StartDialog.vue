<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { client, problemText, type Metal, type Problem } from '../api/client'
import { parseLength, parseNumber } from '../format/quantities'
import { useJob } from '../state/job'
import { useSettings } from '../state/settings'

/** Starts a job of its own, or fills the empty job on screen. */
const props = defineProps<{ fill?: boolean }>()
const open = defineModel<boolean>({ required: true })
const store = useJob()
const router = useRouter()
const settings = useSettings()
const name = ref('')
const load = ref('')
const length = ref('')
const metal = ref('')
const trouble = ref('')
const tried = ref(false)
const load_a = computed(() => parseNumber(load.value))
const length_m = computed(() => parseLength(length.value, 'feet'))
const choices = ref<{ value: string; title: string }[]>([])
const metals = computed(() => [{ value: '', title: 'let the rules choose' }, ...choices.value])
watch(open, async (now) => {
  if (!now || choices.value.length) return
  const book = (await client.GET('/api/rulebooks')).data?.rulebooks[0]
  if (book) choices.value = (await client.GET('/api/rulebooks/{name}', { params: { path: { name: book.value } } })).data?.metals ?? []
})

async function start(): Promise<void> {
  tried.value = true
  if ((!props.fill && !name.value.trim()) || load_a.value === null || length_m.value === null) return
  const feeder = { load_a: load_a.value, length_m: length_m.value, continuous_a: 0, metal: (metal.value || null) as Metal | null }
  if (props.fill) {
    open.value = false
    await store.startFeeder(feeder)
    return
  }
  const body = { ...feeder, start: 'detached_feeder' as const, name: name.value.trim() }
  const { data, error } = await client.POST('/api/jobs', { body, headers: { 'Northspan-Person': encodeURIComponent(settings.person) } })
  if (data) await router.push(`/jobs/${data.id}/sizing`)
  else trouble.value = problemText(error as Problem)
}
</script>

<template>
  <v-dialog v-model="open" aria-label="A feeder to a detached building">
    <v-card class="dialog">
      <h2>A feeder to a detached building</h2>
      <form novalidate @submit.prevent="start">
        <v-text-field v-if="!fill" v-model="name" label="Name of the property" autofocus maxlength="80" :error-messages="tried && !name.trim() ? 'A name, so that you find it again' : ''" />
        <v-text-field v-model="load" :autofocus="fill" label="Load of the building, amperes" inputmode="decimal" :error-messages="tried && load_a === null ? 'Amperes, for example 60' : ''" />
        <v-text-field v-model="length" label="Length of the route, feet or with a unit" :error-messages="tried && length_m === null ? 'A length, for example 120 ft or 36 m' : ''" />
        <v-select v-model="metal" label="Metal" :items="metals" />
        <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
        <div class="dialog-buttons">
          <v-btn @click="open = false">Cancel</v-btn>
          <v-btn type="submit" color="primary" variant="flat">Size it</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
