<script setup lang="ts">
import { computed } from 'vue'
import { usePanel } from './usePanel'
import { GROUP_FIELDS, LAYOUT_FIELDS } from '../../../state/panelFields'
import { useJob } from '../../../state/job'
import FieldSet from '../../parts/FieldSet.vue'

/** What the label and the can say: spaces, how it is fed, bars, the space in front, its legs as read. */
const panel = usePanel()
const store = useJob()
const values = computed(() => panel.layout as Record<string, unknown> | null)
const at = computed(() => `/enclosures/${panel.key}/layout`)
const groups = computed(() => panel.layout?.groups ?? [])

function addGroup(): void {
  const value = { name: `Device ${groups.value.length + 1}`, residual_ma: 30 }
  void store.edit([{ op: 'add', path: `${at.value}/groups/-`, value }])
}
</script>

<template>
  <details v-if="values" class="layout-fields">
    <summary>
      <b>{{ $fill('The {can} and its label') }}</b>
    </summary>
    <FieldSet :fields="LAYOUT_FIELDS" :at="at" :values="values" />
    <template v-if="store.options?.by_loop">
      <h2 class="survey-title">Residual-current devices</h2>
      <ul v-if="panel.plan?.groups.length" class="plain-list">
        <li v-for="(group, i) in panel.plan.groups" :key="group.number">
          <b>{{ group.number }} {{ group.name }}</b
          >: {{ group.words }}
          <FieldSet
            v-if="groups[i]"
            :fields="GROUP_FIELDS"
            :at="`${at}/groups/${i}`"
            :values="groups[i] as Record<string, unknown>" />
        </li>
      </ul>
      <v-plain-button @click="addGroup">Add a device</v-plain-button>
    </template>
  </details>
</template>
