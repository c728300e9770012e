<script setup lang="ts">
import { ref } from 'vue'
import type { CallPlan } from '../../api/client'
import { useJob } from '../../state/job'
import { useSettings } from '../../state/settings'

const props = defineProps<{ calls: CallPlan[] }>()
const store = useJob()
const settings = useSettings()
const why = ref<Record<string, string>>({})

function decide(call: CallPlan, school: string): void {
  const reason = why.value[call.name] ?? call.why
  void store.edit([
    { op: 'add', path: `/calls/${call.name}`, value: { school, decided_by: settings.person, why: reason } },
  ])
}

function outcome(call: CallPlan): string {
  return call.options.find((option) => option.chosen)?.words ?? call.chosen
}
</script>

<template>
  <details v-for="call in props.calls" :key="call.name" class="call">
    <summary>
      <b>{{ call.question }}</b> <span>{{ outcome(call) }}</span>
    </summary>
    <fieldset>
      <legend class="sr-only">{{ call.question }}</legend>
      <label v-for="option in call.options" :key="option.school" class="school">
        <input
          type="radio"
          :name="`call-${call.name}`"
          :value="option.school"
          :checked="option.chosen"
          @change="decide(call, option.school)" />
        <span
          >{{ option.words }}<small>{{ option.outcome }}</small></span
        >
      </label>
      <label class="why"
        >Why
        <input
          :value="call.why"
          maxlength="2000"
          placeholder="for the record"
          @input="why[call.name] = ($event.target as HTMLInputElement).value"
          @change="decide(call, call.chosen)"
      /></label>
      <p v-if="call.decided_by" class="decided">Decided by {{ call.decided_by }}.</p>
    </fieldset>
  </details>
</template>
