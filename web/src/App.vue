<script setup lang="ts">
import { watchEffect } from 'vue'
import { useTheme } from 'vuetify'
import { useSettings } from './state/settings'

const settings = useSettings()
const theme = useTheme()
watchEffect(() => theme.change(settings.theme))
</script>

<template>
  <v-app>
    <router-view />
  </v-app>
</template>
