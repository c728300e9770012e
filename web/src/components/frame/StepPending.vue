<script setup lang="ts">
import { computed } from 'vue'
import { useJob } from '../../state/job'
import { STEPS } from '../../state/steps'

const props = defineProps<{ step: string }>()
const store = useJob()
const step = computed(() => STEPS.find((s) => s.key === props.step))
</script>

<template>
  <main class="pending">
    <template v-if="step"
      ><h1>{{ step.title }}</h1>
      <p><b>This step is not built yet.</b></p>
      <p>What belongs here: {{ step.coming }}</p></template
    >
    <template v-else
      ><h1>No such step</h1>
      <p>There is no step called {{ props.step }}.</p></template
    >
    <p><router-link :to="`/jobs/${store.state?.id}/sizing`">Back to Sizing</router-link></p>
  </main>
</template>
