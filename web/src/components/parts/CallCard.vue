<script setup lang="ts">
import { computed } from 'vue'
import type { CallPlan, Schemas } from '../../api/client'
import { useJob } from '../../state/job'
import { useSettings } from '../../state/settings'
import { fill } from '../../state/terms'

/** One call: each school with what it gives here, whose word it rests on, when, and their words. */
const props = defineProps<{ call: CallPlan }>()
const store = useJob()
const settings = useSettings()
const chosen = computed(() => props.call.options.find((option) => option.chosen)?.words ?? props.call.chosen)
const RULERS = [
  ['', 'nobody else'],
  ['inspector', 'the inspector'],
  ['engineer', 'the engineer'],
  ['owner', 'the owner'],
  ['utility', 'the {utility}'],
] as const
const rulers = computed(() => RULERS.map(([value, title]) => ({ value, title: fill(title) })))

function put(change: Partial<Schemas['CallChoice-Output']>): void {
  const { chosen: school, ruled_by, when, why } = props.call
  const value = { school, ruled_by, when, why, ...change, decided_by: settings.person }
  void store.edit([{ op: 'add', path: `/calls/${props.call.name}`, value }])
}

/** Words and ruling were said of the option that was chosen; another one has none yet. */
function take(school: string): void {
  put({ school, ruled_by: '', when: '', why: '' })
}

const text = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <details class="call">
    <summary>
      <b>{{ call.question }}</b> <span>{{ chosen }}</span>
    </summary>
    <fieldset>
      <legend class="sr-only">{{ call.question }}</legend>
      <label v-for="option in call.options" :key="option.school" class="school">
        <input
          type="radio"
          :name="`call-${call.name}`"
          :value="option.school"
          :checked="option.chosen"
          @change="take(option.school)" />
        <span
          >{{ option.words }}<small>{{ option.outcome }}</small></span
        >
      </label>
      <div class="ruling">
        <v-select
          class="pick"
          label="On whose word"
          :model-value="call.ruled_by"
          :items="rulers"
          @update:model-value="put({ ruled_by: $event as never })" />
        <label v-if="call.ruled_by" class="why"
          >When
          <input type="date" :value="call.when" @change="put({ when: text($event) })" />
        </label>
      </div>
      <label class="why"
        >{{ call.ruled_by ? 'Their words' : 'Why' }}
        <input :value="call.why" maxlength="2000" placeholder="for the record" @change="put({ why: text($event) })"
      /></label>
      <p v-if="call.decided_by" class="decided">Decided by {{ call.decided_by }}.</p>
    </fieldset>
  </details>
</template>

<style scoped>
.why {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 14px;
}
.decided {
  font-size: 13px;
  color: rgb(var(--v-theme-secondary));
}
.ruling {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.ruling {
  padding: 8px 0;
}
.ruling .why {
  flex: 1 1 200px;
  white-space: nowrap;
}
</style>
