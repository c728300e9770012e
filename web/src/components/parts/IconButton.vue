<script setup lang="ts">
defineProps<{ title: string; icon: string; disabled?: boolean }>()
</script>

<template>
  <v-btn :aria-label="title" :title="title" :icon="icon" :disabled="disabled" rounded="sm" size="44" />
</template>
