<script setup lang="ts">
import { computed } from 'vue'
import type { Fitting, Operation, Segment } from '../../../api/client'
import { freshKey, inOrder, placeAt } from '../../../drawing/rows'
import { volumeText, parseVolume } from '../../../format/forces'
import { depthText, lengthText, parseLength } from '../../../format/quantities'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'
import CommitField from '../../parts/CommitField.vue'

/** Boxes and bodies in the pipe of a stretch: where they stand, how large they are, whether they hold joints. */
const props = defineProps<{ stretch: Segment }>()
const emit = defineEmits<{ edit: [edits: Operation[]] }>()
const store = useJob()
const fittings = computed(() => inOrder(props.stretch.fittings))
const KINDS = computed(() => [
  { value: 'pull_box' as const, title: fill('{pull_box}') },
  { value: 'conduit_body' as const, title: fill('{conduit_body}') },
])
const said = computed(() => {
  const boxes = fittings.value.filter((one) => one.kind === 'pull_box').length
  const bodies = fittings.value.length - boxes
  return (
    [
      boxes && `${boxes} ${boxes > 1 ? '{pull_boxes}' : '{pull_box}'}`,
      bodies && `${bodies} ${bodies > 1 ? '{conduit_bodies}' : '{conduit_body}'}`,
    ]
      .filter(Boolean)
      .join(', ') || 'none'
  )
})

function set(key: string, fields: Partial<Fitting>): void {
  const edits = Object.entries(fields)
  emit(
    'edit',
    edits.map(([field, value]) => ({ op: 'add', path: `fittings/${key}/${field}`, value })),
  )
}

/** In the middle of the longest part; it is dragged from there. */
function add(kind: Fitting['kind']): void {
  const ends = [0, ...fittings.value.map((one) => one.at_m), props.stretch.length_m].sort((a, b) => a - b)
  const gaps = ends.slice(1).map((end, i) => ({ from: ends[i]!, long: end - ends[i]! }))
  const widest = gaps.reduce((best, next) => (next.long > best.long ? next : best))
  const before = fittings.value.filter((one) => one.at_m <= widest.from).length
  const value: Fitting = {
    kind,
    at_m: Number((widest.from + widest.long / 2).toFixed(3)),
    spliced: false,
    volume_l: null,
    length_m: null,
    order: placeAt(fittings.value, before),
  }
  emit('edit', [{ op: 'add', path: `fittings/${freshKey(fittings.value)}`, value }])
}
</script>

<template>
  <details class="legs" open>
    <summary>
      <b>Boxes and bodies in it</b> <span>{{ $fill(said) }}</span>
    </summary>
    <ol v-if="fittings.length">
      <li v-for="(one, i) in fittings" :key="one.key" class="leg wide">
        <v-select
          :label="`Fitting ${i + 1}`"
          :model-value="one.kind"
          :items="KINDS"
          @update:model-value="set(one.key, { kind: $event })" />
        <CommitField
          label="How far in"
          :shown="lengthText(one.at_m, store.units)"
          :parse="(t) => parseLength(t, store.units)"
          :understood="(v) => lengthText(v, store.units)"
          wrong="A length from the head of the stretch"
          @commit="$event && set(one.key, { at_m: $event })" />
        <CommitField
          label="Inside length"
          :shown="one.length_m ? depthText(one.length_m, store.units) : ''"
          hint="not known"
          empty-ok
          :parse="(t) => parseLength(t, store.units)"
          :understood="(v) => depthText(v, store.units)"
          wrong="A length, for example 16 in"
          @commit="set(one.key, { length_m: $event })" />
        <CommitField
          label="Marked volume"
          :shown="one.volume_l ? volumeText(one.volume_l, store.units) : ''"
          hint="not marked"
          empty-ok
          :parse="(t) => parseVolume(t, store.units)"
          wrong="A volume, for example 32 in³"
          @commit="set(one.key, { volume_l: $event })" />
        <v-checkbox
          class="flag"
          :model-value="one.spliced"
          :aria-label="`Wires joined in fitting ${i + 1}`"
          @update:model-value="set(one.key, { spliced: Boolean($event) })"
          ><template #label>Wires joined in it</template></v-checkbox
        >
        <v-plain-button
          :aria-label="`Remove fitting ${i + 1}`"
          @click="emit('edit', [{ op: 'remove', path: `fittings/${one.key}` }])">
          Remove
        </v-plain-button>
      </li>
    </ol>
    <div class="leg-buttons">
      <v-act-button @click="add('pull_box')">{{ $fill('Add a {pull_point}') }}</v-act-button>
      <v-act-button @click="add('conduit_body')">{{ $fill('Add a {conduit_body}') }}</v-act-button>
    </div>
    <p v-if="Object.keys(stretch.legs).length" class="empty">
      One that stands at a corner of the legs takes the place of the bend.
    </p>
  </details>
</template>
