<script setup lang="ts">
import { computed } from 'vue'
import type { Cure } from '../../../api/client'
import { money, percent } from '../../../format/quantities'
import { useJob } from '../../../state/job'
import CallsList from '../../parts/CallsList.vue'
import DropSchools from './DropSchools.vue'
import FarEnd from './FarEnd.vue'
import LongRun from './LongRun.vue'
import { siting } from '../../../state/settings'
import SiteDialog from './SiteDialog.vue'
import TapChoices from './TapChoices.vue'
import WorkLines from '../../parts/WorkLines.vue'

const working = defineModel<boolean>('working', { required: true })
const store = useJob()
const plan = computed(() => store.run_plan)
const pricedBy = computed(() => plan.value?.neighbours.find((one) => one.current)?.priced_by)

function take(cure: Cure): void {
  void store.take(cure)
}
</script>

<template>
  <div v-if="plan" class="answer-body">
    <section v-if="plan.wires.length">
      <h2>Wires</h2>
      <ul class="wires">
        <li v-for="wire in plan.wires" :key="wire.role">
          <i :class="`wire-${wire.color.replaceAll(' ', '-')}`" aria-hidden="true" />{{ wire.name }}:
          <b>{{ wire.size_name }}</b>, {{ wire.color }}
        </li>
      </ul>
    </section>
    <FarEnd />
    <div class="follows" :aria-busy="store.coming || store.fetching">
      <p v-if="store.coming" class="because">Working and other ways follow when it rests.</p>
      <div :class="{ coming: store.coming, fetching: store.fetching }">
        <section v-if="plan.calls.length">
          <h2>Your calls</h2>
          <CallsList :calls="plan.calls" />
        </section>
        <TapChoices />
        <section v-if="plan.neighbours.length">
          <h2>Other ways</h2>
          <v-table class="other-ways">
            <thead>
              <tr>
                <th>Conductor</th>
                <th class="number">Drop</th>
                <th>Pipe</th>
                <th class="number">Cost</th>
                <th><span class="sr-only">Take it</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="way in plan.neighbours" :key="way.words" :class="{ current: way.current, fails: !way.holds }">
                <td>
                  {{ way.size_name }} {{ way.metal }}<small v-if="!way.current">{{ way.words }}</small
                  ><small v-if="!way.holds">{{ way.why_not }}</small>
                </td>
                <td class="number">{{ percent(way.drop_percent) }}</td>
                <td>{{ way.pipe_name || 'none' }}</td>
                <td class="number">{{ money(way.cost) }}</td>
                <td>
                  <span v-if="way.current">chosen</span
                  ><v-act-button v-else :aria-label="way.cure.words" @click="take(way.cure)">Take</v-act-button>
                </td>
              </tr>
            </tbody>
          </v-table>
          <p v-if="pricedBy" class="because">Cost: {{ pricedBy }}.</p>
          <v-act-button class="site-button" @click="siting = true">The whole site at once</v-act-button>
        </section>
        <DropSchools />
        <LongRun />
        <section v-if="plan.working.length">
          <h2><v-fold-button :aria-expanded="working" @click="working = !working">How it was worked</v-fold-button></h2>
          <template v-if="working">
            <div v-for="group in plan.working" :key="group.key" class="work-group">
              <h3>
                {{ group.title }} <span>{{ group.answer }}</span>
              </h3>
              <WorkLines :lines="group.lines" />
            </div>
          </template>
        </section>
      </div>
    </div>
    <SiteDialog v-model="siting" />
    <aside class="cautions" aria-label="Cautions">
      <p v-for="caution in plan.cautions" :key="caution">{{ caution }}</p>
      <p class="standing">{{ store.plan?.deference }}</p>
    </aside>
  </div>
</template>

<style scoped>
.follows {
  position: relative;
}
.follows > .because {
  position: absolute;
  top: 14px;
}
.coming {
  visibility: hidden;
}
.wires {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  font-size: 15px;
  padding-top: 4px;
}
.wire-black {
  background: #1a1a1a;
}
.wire-red {
  background: #b8322a;
}
.wire-white {
  background: #fff;
}
.wire-green {
  background: #2c7a3f;
}
.wire-blue {
  background: #2456a8;
}
.wire-brown {
  background: #7a4a24;
}
.wire-bare-steel {
  background: #8b9499;
}
.wire-green-and-yellow {
  background: repeating-linear-gradient(135deg, #2c7a3f 0 4px, #e6c522 4px 8px);
}
@media (max-width: 900px) {
  .answer-body {
    order: 2;
    background: rgb(var(--v-theme-surface));
    padding: 0 14px 24px;
  }
}
</style>
