<script setup lang="ts">
import { link } from '../../api/transport'
import { mdiDotsVertical } from '@mdi/js'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useJob } from '../../state/job'
import { useSettings } from '../../state/settings'

/** What the bar has no room for on a narrow screen. */
const emit = defineEmits<{ help: []; rules: []; job: [] }>()
const router = useRouter()
const store = useJob()
const settings = useSettings()
const rows = computed(() => [
  { words: store.plan?.rulebook_title ?? 'Rules', run: () => emit('rules') },
  { words: `Lengths in ${store.units === 'feet' ? 'metres' : 'feet'}`, run: () => void store.changeUnits() },
  { words: 'Address, permit, shelf', run: () => emit('job') },
  {
    words: 'Save the job as a file',
    run: () => window.location.assign(link('/api/jobs/{job_id}/export/job.json', { job_id: store.state?.id ?? '' })),
  },
  { words: 'Calculation sheet', run: () => void router.push(`/jobs/${store.state?.id}/sheet`) },
  { words: 'Light or dark', run: settings.changeTheme },
  { words: 'Help and keys', run: () => emit('help') },
])
</script>

<template>
  <v-menu>
    <template #activator="{ props: menu }">
      <v-btn v-bind="menu" icon variant="text" aria-label="More" title="More"><v-icon :icon="mdiDotsVertical" /></v-btn>
    </template>
    <v-list aria-label="More">
      <v-list-item v-for="row in rows" :key="row.words" :title="row.words" @click="row.run()" />
    </v-list>
  </v-menu>
</template>
