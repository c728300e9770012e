<script setup lang="ts">
import { useWhileShown } from '../../../composables/useWhileShown'
import CiteButton from '../../parts/CiteButton.vue'
import { computed, ref } from 'vue'
import { useBench } from './useBench'
import { useWidth } from '../../../composables/useWidth'
import { useJob } from '../../../state/job'
import { benchWords } from '../../../drawing/words'
import BenchPicture from './BenchPicture.vue'
import BenchTable from './BenchTable.vue'
import BenchTry from './BenchTry.vue'
import CallsList from '../../parts/CallsList.vue'
import OutbuildingEarth from './OutbuildingEarth.vue'
import FindingsStrip from '../../frame/FindingsStrip.vue'
import WorkLines from '../../parts/WorkLines.vue'
import FirstStep from '../../frame/FirstStep.vue'

/** The bond bench: the real circuit of the property, what happens when something in it is tried, and why. */
const store = useJob()
const bench = useBench()
useWhileShown(bench)
const frame = ref<HTMLElement | null>(null)
const width = useWidth(frame, 760)
const working = ref(false)
const every = ref(false)
const LEVELS = ['OK', 'Note', 'Wrong', 'Danger', 'Danger']
const answer = computed(() => bench.answer)
/** What the rules find wrong here though no current shows it: said beside a verdict that finds nothing. */
const objections = computed(() =>
  answer.value?.level === 0
    ? (store.plan?.findings ?? []).filter((f) => f.step === 'neutrals' && ['stop', 'fix'].includes(f.severity))
    : [],
)
const shown = computed(() => (bench.changes ?? []).filter((change) => every.value || !change.same))
const calls = computed(() => Object.values(store.plan?.sources ?? {}).flatMap((source) => source.calls ?? []))
const touched = computed(
  () => answer.value?.enclosures.filter((can) => can.id === answer.value?.place || can.lifted).slice(0, 4) ?? [],
)

/** Ways with what a person feels at their far end. */
const ways = computed(() =>
  (store.plan?.ways ?? []).map((way) => {
    const can = answer.value?.enclosures.find((one) => one.id === store.job?.runs[way.id]?.target)
    return { id: way.id, name: way.name, touch: can ? volts(can.touch_v) : '' }
  }),
)

function volts(value: number): string {
  return `${value >= 10 ? Math.round(value) : value.toFixed(1)} V`
}
</script>

<template>
  <main class="sizing">
    <div ref="frame" class="center">
      <div v-if="store.way" class="center-scroll">
        <div class="ways" role="group" aria-label="Way to">
          <span class="ways-title">Way to</span>
          <v-way-button
            v-for="w in ways"
            :key="w.id"
            :class="{ chosen: w.id === store.way.id }"
            :aria-pressed="w.id === store.way.id"
            @click="store.choose(w.id)">
            {{ w.name }} <b>{{ w.touch }}</b>
          </v-way-button>
        </div>
        <BenchTry />
        <p v-if="answer" class="bench-said" :class="`level-${answer.level}`">
          <i aria-hidden="true" class="level-mark" /><b>{{ LEVELS[answer.level] }}</b
          >: {{ answer.headline }}
        </p>
        <BenchPicture :width="width" />
        <p v-if="answer" class="sr-only picture-words">{{ benchWords(answer) }}</p>
        <p v-if="bench.trouble" class="bad legs-words" role="alert">{{ bench.trouble }}</p>
        <details v-if="answer" class="bench-values">
          <summary><b>All values, as tables</b></summary>
          <BenchTable :answer="answer" />
        </details>
      </div>
      <FirstStep v-else title="Nothing on the bench yet" />
      <FindingsStrip />
    </div>
    <div class="answer">
      <section v-if="answer" class="part-panel" aria-label="The answer">
        <p class="run-name" :class="`level-${answer.level}`">
          <i aria-hidden="true" class="level-mark" />{{ LEVELS[answer.level]
          }}<template v-if="!bench.tried.length">, as it stands</template>
        </p>
        <h1 aria-live="polite">{{ answer.headline }}</h1>
        <p>{{ answer.words }}</p>
        <p v-if="objections.length" class="objections">
          <b>The circuit shows nothing; the rules object all the same.</b>
          <span v-for="one in objections" :key="one.text">{{ one.text }} </span>
        </p>
        <template v-if="store.way">
          <p v-if="answer.assumed.length" class="standing">Assumed: {{ answer.assumed.join(' ') }}</p>
          <ul v-if="bench.tried.length" class="tried" aria-label="On the bench">
            <li v-for="one in bench.tried" :key="one.words">
              <span>{{ one.words }}</span><v-plain-button :aria-label="`Take back: ${one.words}`" @click="one.undo()">
                Take back
              </v-plain-button>
            </li>
          </ul>
          <template v-if="touched.length">
            <h2>Touching it, standing on the ground</h2>
            <v-table class="other-ways">
              <thead>
                <tr>
                  <th>Can or case</th>
                  <th class="number">Now</th>
                  <th class="number">After</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="can in touched" :key="can.id">
                  <td>{{ can.name }}</td>
                  <td class="number" :class="{ bad: can.dangerous }">{{ volts(can.touch_v) }}</td>
                  <td class="number" :class="{ bad: can.dangerous_after }">{{ volts(can.after_v) }}</td>
                </tr>
              </tbody>
            </v-table>
          </template>
          <h2>Why</h2>
          <p>{{ answer.why }} <CiteButton :text="answer.citation" /></p>
          <OutbuildingEarth v-if="store.options?.by_loop" />
          <h2>If you change one thing</h2>
          <p v-if="!bench.changes" class="standing">Trying every change.</p>
          <v-table v-else class="other-ways changes">
            <thead>
              <tr>
                <th>Change</th>
                <th>Then</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="change in shown" :key="change.words">
                <td>
                  <button class="change" @click="bench.trial = { ...bench.trial, ...change.trial }">
                    {{ change.words }}
                  </button>
                </td>
                <td :class="`level-${change.level}`">
                  <b>{{ LEVELS[change.level] }}</b>: {{ change.outcome
                  }}<v-act-button
                    v-if="change.cure && change.level === 0 && !change.same"
                    @click="bench.keep(change.cure)">
                    Write it into the job
                  </v-act-button>
                </td>
              </tr>
            </tbody>
          </v-table>
          <v-fold-button v-if="bench.changes?.some((c) => c.same)" :aria-expanded="every" @click="every = !every">
            Also the changes that change nothing
          </v-fold-button>
          <h2>One bond for each source</h2>
          <ul class="state-list">
            <li v-for="s in answer.states" :key="s.key" :class="s.holds ? 'holds' : 'stop'">
              <span class="severity"><i aria-hidden="true" />{{ s.holds ? 'OK' : 'Stop' }}</span
              ><span
                ><b>{{ s.name }}</b
                >: {{ s.words }}</span
              >
            </li>
          </ul>
          <CallsList :calls="calls" />
          <h2>
            <v-fold-button :aria-expanded="working" @click="working = !working">How it was worked</v-fold-button>
          </h2>
          <template v-if="working"
            ><div v-for="group in answer.working" :key="group.key" class="work-group">
              <h3>{{ group.title }}</h3>
              <WorkLines :lines="group.lines" /></div
          ></template>
        </template>
        <aside class="cautions" aria-label="Cautions">
          <p>This is a picture of a circuit. Never try any of it on a live one.</p>
          <p>
            {{
              $fill('Load off before a neutral, a bond or a {service} ground is opened: it arcs, and lifts voltages.')
            }}
          </p>
          <p>Line-side conductors stay live with the main off. A clamp finds current; only a tester finds dead.</p>
          <p class="standing">{{ store.plan?.deference }}</p>
        </aside>
      </section>
    </div>
  </main>
</template>

<style scoped src="./NeutralsView.css"></style>

<style src="./neutrals.css"></style>
