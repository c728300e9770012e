<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { asked } from '../../state/settings'

/** An article that was followed: pressed, it finds where else in this job it speaks; plain where no job is open. */
const props = defineProps<{ text: string }>()
const route = useRoute()
const inJob = computed(() => Boolean(route.params.step) && /\d/.test(props.text))
</script>

<template>
  <button
    v-if="inJob"
    class="cite"
    type="button"
    :aria-label="`${text}: where else it speaks`"
    @click.stop="asked = text">
    {{ text }}
  </button>
  <cite v-else>{{ text }}</cite>
</template>
