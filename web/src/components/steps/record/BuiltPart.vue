<script setup lang="ts">
import { computed, ref } from 'vue'
import { lengthText, parseLength } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import { useRecord } from './useRecord'

/** What was really put in where it differs, and what the plan says of that and of what was measured. */
const record = useRecord()
const store = useJob()
const run = ref('')
const size = ref('')
const metal = ref('')
const ground = ref('')
const device = ref('')
const length = ref('')
const why = ref('')
const wrong = ref('')
const runs = computed(() => Object.entries(store.job?.runs ?? {}).map(([value, one]) => ({ value, title: one.name })))
const sizes = computed(() => {
  const table = store.options?.sizes[metal.value || 'copper']
  return [{ value: '', title: 'as planned' }, ...(table ?? [])]
})
const METALS = computed(() => [{ value: '', title: 'as planned' }, ...(store.options?.metals ?? [])])
const changes = computed(() => record.built.data)

async function keep(): Promise<void> {
  const length_m = length.value.trim() ? readLength(length.value) : null
  const device_a = device.value.trim() ? Number(device.value.replace(',', '.')) : null
  if ((length.value.trim() && length_m === null) || (device_a !== null && !(device_a > 0))) {
    wrong.value = 'A length such as 196 ft, a device in amperes.'
    return
  }
  wrong.value = ''
  await record.noteBuilt(run.value, {
    size: size.value || null,
    metal: (metal.value || null) as 'copper' | null,
    equipment_ground_size: ground.value || null,
    device_a,
    length_m,
    why: why.value.trim(),
  })
  if (!store.trouble) run.value = size.value = metal.value = ground.value = device.value = length.value = why.value = ''
}
function readLength(text: string): number | null {
  try {
    return parseLength(text, store.units)
  } catch {
    return null
  }
}
</script>

<template>
  <section aria-label="As built">
    <h2 class="survey-title">As it was built</h2>
    <p class="because">Only what differs from the plan. The plan stays; what was put in is solved beside it.</p>
    <ul class="plain-list">
      <li v-for="one in record.said?.built ?? []" :key="one.run">
        <b>{{ one.name }}</b>: {{ one.built || 'as planned' }}.
        <small>Planned: {{ one.planned || 'no such run any more' }}</small>
        <v-plain-button :aria-label="`As planned after all: ${one.name}`" @click="record.forgetBuilt(one.run)"
          >As planned after all</v-plain-button
        >
      </li>
    </ul>
    <form class="built-form" @submit.prevent="keep">
      <v-select v-model="run" class="pick" label="Which run" :items="runs" />
      <template v-if="run">
        <v-select v-model="metal" class="pick" label="Metal put in" :items="METALS" />
        <v-select v-model="size" class="pick" label="Size put in" :items="sizes" />
        <v-select v-model="ground" class="pick" label="Ground put in" :items="sizes" />
        <v-text-field v-model="device" class="pick" label="Device put in, A" inputmode="decimal" />
        <v-text-field
          v-model="length"
          class="pick"
          label="Length put in"
          :placeholder="lengthText(store.plan?.runs[run]?.length_m ?? 0, store.units)"
          :error-messages="wrong" />
        <v-text-field v-model="why" class="pick" label="Why" maxlength="400" />
        <v-act-button type="submit">Write it down</v-act-button>
      </template>
    </form>
    <p>
      <v-act-button @click="record.built.refetch()">Solve it as built and as measured</v-act-button>
    </p>
    <div v-if="changes" aria-live="polite">
      <p v-if="changes.refused" class="trouble">What was noted cannot be planned: {{ changes.refused }}</p>
      <template v-else>
        <h3>As built, against the plan</h3>
        <ul v-if="changes.built.length" class="plain-list">
          <li v-for="one in changes.built" :key="one.name + one.before + one.after">
            <b>{{ one.name }}</b>: {{ one.before || 'nothing' }} → {{ one.after || 'gone' }}
          </li>
        </ul>
        <p v-else>No answer comes out otherwise.</p>
        <h3>As measured, against as built</h3>
        <ul class="plain-list">
          <li v-for="words in changes.by_readings" :key="words">{{ words }}</li>
          <li v-for="one in changes.measured" :key="one.name + one.before + one.after">
            <b>{{ one.name }}</b>: {{ one.before || 'nothing' }} → {{ one.after || 'gone' }}
          </li>
        </ul>
        <p v-if="!changes.by_readings.length">
          No reading says more of a length, an electrode or the supply than the plan does.
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.built-form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 8px 14px;
  align-items: center;
  margin: 8px 0;
}
</style>
