<script setup lang="ts">
import { computed } from 'vue'
import type { Operation } from '../../../api/client'
import { lengthText, parseLength, parseMeasure } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** The soil in one or two layers, and bare wire that lies in it. */
const props = defineProps<{ building: string }>()
const store = useJob()
const soil = computed(() => store.job?.soil ?? null)

function setSoil(field: string, value: number | null): void {
  const operation: Operation = soil.value
    ? { op: 'add', path: `/soil/${field}`, value }
    : { op: 'add', path: '/soil', value: { upper_ohm_m: 100, [field]: value } }
  void store.edit([operation])
}

function setBare(value: number | null): void {
  void store.edit([{ op: 'add', path: `/buildings/${props.building}/bare_wire_m`, value }])
}
</script>

<template>
  <h2>Soil</h2>
  <div class="fields">
    <CommitField
      label="Upper layer, Ωm"
      :shown="soil ? String(soil.upper_ohm_m) : ''"
      hint="read it, or guess 100"
      :parse="(t) => parseMeasure(t, 'ohm_metres')"
      :understood="(v) => `${v} Ωm`"
      wrong="Ohm metres"
      @commit="setSoil('upper_ohm_m', $event)" />
    <CommitField
      label="Down to"
      :shown="soil?.depth_m ? lengthText(soil.depth_m, store.units) : ''"
      hint="one layer"
      empty-ok
      :parse="(t) => parseLength(t, store.units)"
      :understood="(v) => lengthText(v, store.units)"
      wrong="A depth, for example 5 ft"
      @commit="setSoil('depth_m', $event)" />
    <CommitField
      label="Lower layer, Ωm"
      :shown="soil?.lower_ohm_m ? String(soil.lower_ohm_m) : ''"
      hint="one layer"
      empty-ok
      :parse="(t) => parseMeasure(t, 'ohm_metres')"
      :understood="(v) => `${v} Ωm`"
      wrong="Ohm metres"
      @commit="setSoil('lower_ohm_m', $event)" />
    <CommitField
      label="Upper when driest"
      :shown="`${soil?.dry_percent ?? 200} %`"
      :parse="(t) => parseMeasure(t, 'percent')"
      :understood="(v) => `${v} %`"
      wrong="Percent of the figure above"
      @commit="setSoil('dry_percent', $event)" />
    <CommitField
      label="Bare wire, depth"
      :shown="
        store.job?.buildings[building]?.bare_wire_m
          ? lengthText(store.job.buildings[building]!.bare_wire_m!, store.units)
          : ''
      "
      hint="none in the soil"
      empty-ok
      :parse="(t) => parseLength(t, store.units)"
      :understood="(v) => lengthText(v, store.units)"
      wrong="A depth, for example 18 in"
      @commit="setBare($event)" />
  </div>
</template>
