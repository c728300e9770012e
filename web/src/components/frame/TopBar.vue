<script setup lang="ts">
import { link } from '../../api/transport'
import {
  mdiHelpCircleOutline,
  mdiMagnify,
  mdiPrinterOutline,
  mdiRedo,
  mdiThemeLightDark,
  mdiTrayArrowDown,
  mdiUndo,
} from '@mdi/js'
import { computed } from 'vue'
import { useJob } from '../../state/job'
import { useSettings } from '../../state/settings'
import IconButton from '../parts/IconButton.vue'
import MoreMenu from './MoreMenu.vue'
import mark from '../../styles/mark.svg'

defineEmits<{ help: []; find: []; rules: []; job: [] }>()
const store = useJob()
const settings = useSettings()
const undoes = computed(() => (store.state?.last ? `Undo: ${store.state.last}` : 'Undo'))
const saved = computed(() => (store.saving ? 'Saving' : store.state ? `Saved, revision ${store.state.revision}` : ''))
</script>

<template>
  <header class="top-bar">
    <a class="skip" href="#work">Skip to the work</a>
    <router-link to="/" class="brand" title="All jobs"
      ><span>North Span</span><img :src="mark" alt="All jobs"
    /></router-link>
    <v-bar-button class="job-name" title="Address, customer, permit, shelf" @click="$emit('job')">
      {{ store.job?.name }}
    </v-bar-button>
    <v-bar-button class="chip wide" title="The rules this job follows. Press to see others." @click="$emit('rules')">
      {{ store.plan?.rulebook_title }}
    </v-bar-button>
    <v-bar-button
      class="chip wide"
      :title="`Lengths are in ${store.units}. Press to change.`"
      @click="store.changeUnits">
      {{ store.units }}
    </v-bar-button>
    <span class="grow" />
    <span class="saved wide" role="status">{{ saved }}</span>
    <IconButton title="Find or do anything" :icon="mdiMagnify" @click="$emit('find')" />
    <IconButton :title="undoes" :icon="mdiUndo" :disabled="!store.state?.can_undo" @click="store.undo" />
    <IconButton title="Redo" :icon="mdiRedo" :disabled="!store.state?.can_redo" @click="store.redo" />
    <a
      v-if="store.state"
      class="bar-link wide"
      :href="link('/api/jobs/{job_id}/export/job.json', { job_id: store.state.id })"
      download
      title="Save the job as a file">
      <v-icon :icon="mdiTrayArrowDown" /><span>Job file</span></a
    >
    <router-link v-if="store.state" class="bar-link" :to="`/jobs/${store.state.id}/sheet`" title="Calculation sheet">
      <v-icon :icon="mdiPrinterOutline" /><span class="wide">Sheet</span></router-link
    >
    <IconButton class="wide" title="Light or dark" :icon="mdiThemeLightDark" @click="settings.changeTheme" />
    <IconButton class="wide" title="Help and keys" :icon="mdiHelpCircleOutline" @click="$emit('help')" />
    <MoreMenu class="narrow" @help="$emit('help')" @rules="$emit('rules')" @job="$emit('job')" />
  </header>
</template>

<style scoped>
.chip {
  border: 1px solid #66757c;
  border-radius: 3px;
  padding: 0 10px;
  min-height: 30px;
  line-height: 28px;
  font-size: 14px;
  white-space: nowrap;
}
button.chip {
  min-height: 44px;
  line-height: 42px;
}
.saved {
  font-size: 14px;
  white-space: nowrap;
}
.bar-link {
  color: inherit;
  text-decoration: none;
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
  min-width: 44px;
  justify-content: center;
  font-size: 15px;
  white-space: nowrap;
}
.skip {
  position: absolute;
  left: -999px;
  z-index: 10;
  padding: 12px 16px;
  background: rgb(var(--v-theme-surface));
  color: rgb(var(--v-theme-primary));
}
.skip:focus {
  left: 8px;
  top: 4px;
}
@media (max-width: 360px) {
  .top-bar .bar-link {
    display: none;
  }
}
</style>
