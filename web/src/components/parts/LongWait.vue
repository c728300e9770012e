<script setup lang="ts">
import { onUnmounted, ref, watch } from 'vue'

/** A question that may take long: since when it is worked, and a way to stop it. */
const props = defineProps<{ asking: boolean; what: string }>()
defineEmits<{ stop: [] }>()
const SHOWN_AFTER_S = 2 // what is quicker needs no words
const gone_s = ref(0)
let clock: ReturnType<typeof setInterval> | undefined

function wind(asking: boolean): void {
  clearInterval(clock)
  gone_s.value = 0
  if (asking) clock = setInterval(() => gone_s.value++, 1000)
}
watch(() => props.asking, wind, { immediate: true })
onUnmounted(() => clearInterval(clock))
</script>

<template>
  <p v-if="asking" class="long-wait" role="status">
    {{ what }}<template v-if="gone_s >= SHOWN_AFTER_S">, {{ gone_s }} s so far</template>.
    <v-plain-button @click="$emit('stop')">Stop</v-plain-button>
  </p>
</template>

<style scoped>
.long-wait {
  display: flex;
  align-items: center;
  gap: 12px;
}
</style>
