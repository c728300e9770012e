<script setup lang="ts">
import { computed } from 'vue'
import { usePanel } from './usePanel'
import { CABLE_FIELDS, CIRCUIT_FIELDS, CIRCUIT_MORE } from '../../../state/panelFields'
import FieldSet from '../../parts/FieldSet.vue'

/** What is written down of a circuit. Where a run is the circuit, the run says its name, device and wire. */
const panel = usePanel()
const one = computed(() => panel.kept as Record<string, unknown> | undefined)
const at = computed(() => `/circuits/${panel.chosen}`)
const moves = computed(() => panel.plan?.move && panel.kept?.old_slots.length)
</script>

<template>
  <template v-if="one">
    <template v-if="moves">
      <h2>Its cable to the new place</h2>
      <FieldSet :fields="CABLE_FIELDS" :at="at" :values="one" />
      <h2>The circuit</h2>
    </template>
    <FieldSet :fields="CIRCUIT_FIELDS" :at="at" :values="one" />
    <details class="layout-fields">
      <summary><b>Neutral, box and the like</b></summary>
      <FieldSet :fields="CIRCUIT_MORE" :at="at" :values="one" />
    </details>
  </template>
</template>
