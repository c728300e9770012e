<script setup lang="ts">
import { ref } from 'vue'
import { useJob } from '../../state/job'
import StartDialog from './StartDialog.vue'

/** A step with nothing in it yet says what to do first, and does it from here. */
defineProps<{ title: string }>()
const store = useJob()
const starting = ref(false)
</script>

<template>
  <div class="no-runs">
    <h1>{{ title }}</h1>
    <p>Begin with one of the usual cases: it asks a few things and lays out the whole. Undo takes it out again.</p>
    <v-btn color="primary" variant="flat" @click="starting = true">Guided start</v-btn>
    <p>
      Or lay the property out part by part in
      <router-link :to="`/jobs/${store.state?.id}/survey`">Survey</router-link>:
      {{ $fill('a source, a building, a {panel}, a run between them.') }}
    </p>
    <StartDialog v-model="starting" fill />
  </div>
</template>
