<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Job, Schemas } from '../../../api/client'
import { amperes, areaText, parseArea, powerText } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'
import WorkLines from '../../parts/WorkLines.vue'

/** The dwelling by every method that the code offers, and which of them counts. */
const props = defineProps<{ id: string; building: Job['buildings'][string]; plan: Schemas['BuildingPlan'] }>()
const store = useJob()
const shown_method = ref('')
const oneLine = computed(() => store.options?.one_line ?? false)

function method(key: string): void {
  void store.edit([{ op: 'add', path: `/buildings/${props.id}/load_method`, value: key }])
}
</script>

<template>
  <h2 class="survey-title">
    {{ plan.methods.length > 1 ? 'The dwelling, by every method' : 'The dwelling' }}
  </h2>
  <div v-if="store.options?.floor_load" class="fields method-fields">
    <CommitField
      label="Floor area"
      :shown="building.floor_m2 ? areaText(building.floor_m2, store.units) : ''"
      hint="measure it"
      empty-ok
      :parse="(t) => parseArea(t, store.units)"
      :understood="(v) => areaText(v, store.units)"
      wrong="An area, for example 1850 sq ft"
      @commit="store.edit([{ op: 'add', path: `/buildings/${id}/floor_m2`, value: $event }])" />
  </div>
  <p v-if="!plan.methods.length && store.options?.floor_load" class="empty">The methods need the floor area.</p>
  <ul class="methods" aria-label="Method that counts">
    <li :class="{ chosen: building.load_method === 'connected' }">
      <label
        ><input
          type="radio"
          name="method"
          :checked="building.load_method === 'connected'"
          @change="method('connected')" /><b>Add up what is connected</b></label
      ><span>no demand factor</span>
    </li>
    <li v-for="m in plan.methods" :key="m.key" :class="{ chosen: m.chosen }">
      <label
        ><input type="radio" name="method" :checked="m.chosen" @change="method(m.key)" /><b>{{ m.title }}</b></label
      >
      <span class="method-figures"
        ><b>{{ amperes(m.total_a) }}</b> {{ powerText(m.total_va) }}, {{ $fill('{service}') }} {{ amperes(m.service_a)
        }}<template v-if="m.neutral_a !== null && !oneLine">, neutral {{ amperes(m.neutral_a) }}</template></span
      >
      <v-plain-button
        :aria-expanded="shown_method === m.key"
        @click="shown_method = shown_method === m.key ? '' : m.key">
        Working
      </v-plain-button>
      <WorkLines v-if="shown_method === m.key" :lines="m.working" />
    </li>
  </ul>
</template>

<style scoped>
.method-fields {
  padding: 4px 14px;
  max-width: 240px;
}
.methods {
  padding: 0 14px;
}
</style>
