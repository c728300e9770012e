<script setup lang="ts">
import FirstStep from '../../frame/FirstStep.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import AskedPart from './AskedPart.vue'
import AuthorityPart from './AuthorityPart.vue'
import LineCard from './LineCard.vue'
import ReadingCard from './ReadingCard.vue'
import ReadingsPart from './ReadingsPart.vue'
import WalkPicture from './WalkPicture.vue'
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
        <div class="ways" role="group" aria-label="Visit">
          <v-way-button
            v-for="one in check.visits"
            :key="one.kind"
            :class="{ chosen: check.shown === 'lines' && one.kind === check.visit?.kind }"
            :aria-pressed="check.shown === 'lines' && one.kind === check.visit?.kind"
            @click="check.look(one.kind)">
            {{ one.words
            }}<small
              >{{ one.lines - one.open }} of {{ one.lines
              }}<template v-if="one.wrong">, {{ one.wrong }} not right</template></small
            >
          </v-way-button>
          <v-way-button
            :class="{ chosen: check.shown === 'readings' }"
            :aria-pressed="check.shown === 'readings'"
            @click="check.shown = 'readings'"
            >What is measured<small
              >{{ check.rows.filter((one) => one.key).length }} of {{ check.rows.length }}</small
            ></v-way-button
          >
        </div>
        <FirstStep v-if="!check.visits.length" title="Nothing to look at yet" />
        <WalkPicture v-if="check.shown === 'lines' && check.lines.length" />
        <ReadingsPart v-if="check.shown === 'readings'" />
        <template v-else>
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
          <AuthorityPart />
        </template>
      </div>
      <FindingsStrip />
    </div>
    <div class="answer" tabindex="0" role="region" aria-label="Answer">
      <ReadingCard v-if="check.shown === 'readings' && check.reading_chosen" />
      <section v-else-if="check.shown === 'readings'" class="part-panel">
        <h1>{{ check.rows.filter((one) => one.wanted).length }} readings are wanted</h1>
        <p>Press one, or add what you read. Each stands beside what the plan expects there.</p>
        <p class="caution">
          Measuring is live work: gloves, leads that were tested today, and the meter proved before and after.
        </p>
      </section>
      <LineCard v-else-if="check.line" :line="check.line" />
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

<style src="./inspection.css"></style>
