<script setup lang="ts">
import FirstStep from '../../frame/FirstStep.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import AskedPart from './AskedPart.vue'
import LineCard from './LineCard.vue'
import { useInspection } from './useInspection'

/** The checklist made from this plan, visit by visit, in the order in which one walks the property. */
const check = useInspection()
const STATES: Record<string, string> = {
  open: 'open',
  right: '✓ right',
  not_right: '✗ not right',
  not_seen: '? not seen',
  changed: '! the plan has changed',
}
</script>

<template>
  <main class="sizing inspection">
    <div class="center">
      <div class="center-scroll">
        <div v-if="check.visits.length" class="ways" role="group" aria-label="Visit">
          <v-way-button
            v-for="one in check.visits"
            :key="one.kind"
            :class="{ chosen: one.kind === check.visit?.kind }"
            :aria-pressed="one.kind === check.visit?.kind"
            @click="((check.wanted = one.kind), (check.chosen = ''))">
            {{ one.words
            }}<small
              >{{ one.lines - one.open }} of {{ one.lines
              }}<template v-if="one.wrong">, {{ one.wrong }} not right</template></small
            >
          </v-way-button>
        </div>
        <FirstStep v-else title="Nothing to look at yet" />
        <section v-for="[place, lines] in check.places" :key="place" :aria-label="place || 'The property'">
          <h2 class="survey-title">{{ place || 'The property' }}</h2>
          <ol class="check-lines">
            <li v-for="one in lines" :key="one.key">
              <button
                class="check-line"
                :class="[one.state, { picked: one.key === check.line?.key }]"
                :aria-pressed="one.key === check.line?.key"
                @click="check.chosen = one.key">
                <span class="check-number">{{ one.number }}</span>
                <span
                  >{{ one.words }}<small>{{ one.figure }}</small></span
                >
                <span class="check-state">{{ STATES[one.state] }}</span>
              </button>
            </li>
          </ol>
        </section>
        <AskedPart v-if="check.visits.length" />
        <p class="because">
          Not built yet: photos, readings from an instrument's file, and what an authority wants remembered from job to
          job.
        </p>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer" tabindex="0" role="region" aria-label="Answer">
      <LineCard v-if="check.line" :line="check.line" />
      <section v-else class="part-panel">
        <h1>No checklist yet</h1>
        <p>It is made from what is new in the plan. Plan a run first.</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.center-scroll {
  padding: 10px 14px;
}
.ways small {
  display: block;
  font-weight: 400;
}
.check-lines {
  list-style: none;
  padding: 0;
  margin: 0 0 14px;
}
.check-line {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 48px;
  padding: 6px 10px;
  text-align: left;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.check-line small {
  display: block;
  color: rgb(var(--v-theme-secondary));
}
.check-line.picked {
  background: rgb(var(--v-theme-surface));
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: -2px;
}
.check-number {
  font-weight: 600;
}
.check-state {
  font-size: 14px;
  white-space: nowrap;
}
.not_right .check-state,
.changed .check-state {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
@media (max-width: 900px) {
  .inspection {
    display: flex;
    flex-direction: column-reverse;
  }
  .check-line {
    grid-template-columns: 28px minmax(0, 1fr);
  }
  .check-state {
    grid-column: 2;
  }
}
@media print {
  .check-state::before {
    content: '☐ ';
  }
}
</style>
