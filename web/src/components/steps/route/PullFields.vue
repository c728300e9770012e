<script setup lang="ts">
import { computed } from 'vue'
import type { Operation, Run, Schemas } from '../../../api/client'
import { forceText, liquidText, parseForce } from '../../../format/forces'
import { lengthText, parseLength, parseMeasure } from '../../../format/quantities'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** How it is pulled: from where, with what, by whom, how much is left at the ends. */
const props = defineProps<{ how: Run['pull']; pull: Schemas['PullPlan'] }>()
const store = useJob()
const ROPES = computed(() => [
  { value: 'tape', title: fill('{fish_tape}') },
  { value: 'line', title: fill('{pull_line}') },
  { value: 'rope', title: 'rope on a machine' },
])
const ENDS = [
  { value: '', title: 'the easier end' },
  { value: 'near', title: 'the head' },
  { value: 'far', title: 'the far end' },
]
const from = computed(() =>
  props.how.from_far_end === null || props.how.from_far_end === undefined
    ? ''
    : props.how.from_far_end
      ? 'far'
      : 'near',
)
const count = (text: string): number | null =>
  /^\d+$/.test(text.trim()) && Number(text) > 0 ? Number(text.trim()) : null
const none = (text: string) => parseLength(text, store.units) ?? (/^0+$/.test(text.trim()) ? 0 : null)

function set(field: string, value: string | number | boolean | null): void {
  const operation: Operation = { op: 'add', path: `/runs/${store.run_id}/pull/${field}`, value }
  void store.edit([operation])
}
</script>

<template>
  <div class="fields">
    <v-select
      label="Feed from"
      :model-value="from"
      :items="ENDS"
      @update:model-value="set('from_far_end', $event ? $event === 'far' : null)" />
    <v-select label="Pulled with" :model-value="how.rope" :items="ROPES" @update:model-value="set('rope', $event)" />
    <CommitField
      label="It may take"
      :shown="how.rope_n ? forceText(how.rope_n, store.units) : ''"
      hint="the usual"
      empty-ok
      :parse="(t) => parseForce(t, store.units)"
      wrong="A force, as marked: 200 lbf or 900 N"
      @commit="set('rope_n', $event)" />
    <CommitField
      label="Hands"
      :shown="String(how.hands)"
      :parse="count"
      wrong="People, at least 1"
      @commit="set('hands', $event ?? 2)" />
    <CommitField
      label="Friction"
      :shown="how.friction_factor ? String(how.friction_factor) : ''"
      hint="the usual"
      empty-ok
      :parse="(t) => parseMeasure(t, 'plain')"
      :understood="String"
      wrong="Between 0.05 and 1"
      @commit="set('friction_factor', $event)" />
    <CommitField
      label="Make-up at each end"
      :shown="lengthText(how.make_up_m, store.units)"
      :parse="none"
      :understood="(v) => lengthText(v, store.units)"
      wrong="A length"
      @commit="set('make_up_m', $event ?? 0)" />
    <CommitField
      label="Wire on a reel"
      :shown="how.reel_m ? lengthText(how.reel_m, store.units) : ''"
      hint="by length"
      empty-ok
      :parse="(t) => parseLength(t, store.units)"
      :understood="(v) => lengthText(v, store.units)"
      wrong="A length, for example 500 ft"
      @commit="set('reel_m', $event)" />
    <CommitField
      label="Coiled for later"
      :shown="lengthText(how.coil_m, store.units)"
      :parse="none"
      :understood="(v) => lengthText(v, store.units)"
      wrong="A length"
      @commit="set('coil_m', $event ?? 0)" />
  </div>
  <v-checkbox class="flag" :model-value="how.lubricated" @update:model-value="set('lubricated', Boolean($event))"
    ><template #label
      >Lubricated<template v-if="how.lubricated">, {{ liquidText(pull.lubricant_l, store.units) }}</template></template
    ></v-checkbox
  >
</template>
