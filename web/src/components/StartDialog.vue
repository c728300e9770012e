<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { client, problemText, type Problem } from '../api/client'
import { parseLength, parseNumber } from '../format/quantities'
import { useSettings } from '../state/settings'

const open = defineModel<boolean>({ required: true })
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
const METALS = [{ value: '', title: 'let the rules choose' }, { value: 'aluminum', title: 'aluminum' }, { value: 'copper', title: 'copper' }]

async function start(): Promise<void> {
  tried.value = true
  if (!name.value.trim() || load_a.value === null || length_m.value === null) return
  const body = { start: 'detached_feeder' as const, name: name.value.trim(), load_a: load_a.value, length_m: length_m.value, continuous_a: 0,
    metal: (metal.value || null) as 'aluminum' | 'copper' | null }
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
        <v-text-field v-model="name" label="Name of the property" autofocus maxlength="80" :error-messages="tried && !name.trim() ? 'A name, so that you find it again' : ''" />
        <v-text-field v-model="load" label="Load of the building, amperes" inputmode="decimal" :error-messages="tried && load_a === null ? 'Amperes, for example 60' : ''" />
        <v-text-field v-model="length" label="Length of the route, feet or with a unit" :error-messages="tried && length_m === null ? 'A length, for example 120 ft or 36 m' : ''" />
        <v-select v-model="metal" label="Metal" :items="METALS" />
        <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
        <div class="dialog-buttons">
          <v-btn @click="open = false">Cancel</v-btn>
          <v-btn type="submit" color="primary" variant="flat">Size it</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
