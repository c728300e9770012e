/** The bond bench: what is tried, and what the solved circuit answers. The picture asks again at every press. */
import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import type { Cure, Schemas } from '../../../api/client'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'
import { useCalculator } from '../../../composables/useCalculator'

export type Trial = Required<Schemas['Trial-Output']>
type Lists =
  | 'neutrals_lost'
  | 'grounds_cut'
  | 'bonds_made'
  | 'bonds_missing'
  | 'bars_loose'
  | 'plastic'
  | 'rods_added'
  | 'electrodes_off'
  | 'loads_off'
  | 'neighbor_pipe'

export const NOTHING: Trial = {
  state: '',
  case_fault: null,
  soil_fault: null,
  neutrals_lost: [],
  grounds_cut: [],
  bonds_made: [],
  bonds_missing: [],
  bars_loose: [],
  plastic: [],
  rods_added: [],
  electrodes_off: [],
  loads_off: [],
  balanced: false,
  loose_ohm: null,
  neutral_v: 0,
  neighbor_pipe: [],
  frozen: false,
}

export const useBench = defineStore('bench', () => {
  const store = useJob()
  const trial = ref<Trial>({ ...NOTHING })
  const { answer, trouble, ask: askBench } = useCalculator('/api/calc/bench', { keeps: true })
  const every = useCalculator('/api/calc/bench-changes')
  const changes = computed(() => every.answer.value?.changes ?? null)

  watch([trial, () => store.state?.revision], ask, { immediate: true })

  async function ask(): Promise<void> {
    if (!store.job || !store.state) return
    const body = { job: store.job, trial: trial.value }
    if (!(await askBench(body))) return
    every.forget()
    await every.ask(body)
  }

  function set(change: Partial<Trial>): void {
    trial.value = { ...trial.value, ...change }
  }

  function toggle(list: Lists, key: string): void {
    const there = trial.value[list]
    set({ [list]: there.includes(key) ? there.filter((one) => one !== key) : [...there, key] })
  }

  /** Make or break a bond: what is there as found goes out, what is not goes in, and back again. */
  function toggleBond(key: string): void {
    const read =
      answer.value?.enclosures.find((can) => can.id === key) ??
      answer.value?.sources.find((source) => source.id === key)
    if (read) toggle(read.bonded_as_found ? 'bonds_missing' : 'bonds_made', key)
  }

  function caseFault(key: string | null): void {
    set({ case_fault: trial.value.case_fault === key ? null : key, soil_fault: null })
  }

  function soilFault(key: string | null): void {
    set({ soil_fault: trial.value.soil_fault === key ? null : key, case_fault: null })
  }

  function clear(): void {
    trial.value = { ...NOTHING }
  }

  /** Write a change into the job, and take it off the bench. */
  function keep(cure: Cure): void {
    const [, , key] = cure.edits[0]?.path.split('/') ?? []
    set({
      bonds_made: trial.value.bonds_made.filter((one) => one !== key),
      bonds_missing: trial.value.bonds_missing.filter((one) => one !== key),
    })
    void store.take(cure)
  }

  const named = (key: string) => {
    const job = store.job
    return (
      (
        job?.enclosures[key] ??
        job?.sources[key] ??
        job?.runs[key] ??
        job?.buildings[key] ??
        job?.electrodes[key] ??
        job?.loads[key]
      )?.name ?? key
    )
  }

  /** What is tried, each with the press that takes it back. */
  const tried = computed(() => {
    const t = trial.value
    const found: { words: string; undo: () => void }[] = []
    const state = t.state && answer.value?.states.find((one) => one.key === t.state)
    if (state) found.push({ words: state.name, undo: () => set({ state: '' }) })
    if (t.case_fault)
      found.push({ words: `${fill('{hot_wire}')} touches ${named(t.case_fault)}`, undo: () => caseFault(null) })
    if (t.soil_fault)
      found.push({
        words: `${fill('{hot_wire}')} from ${named(t.soil_fault)} in the soil`,
        undo: () => soilFault(null),
      })
    if (t.balanced) found.push({ words: 'load balanced', undo: () => set({ balanced: false }) })
    if (t.loose_ohm)
      found.push({ words: `loose contact or arc, ${t.loose_ohm} Ω`, undo: () => set({ loose_ohm: null }) })
    if (t.neutral_v)
      found.push({ words: `${t.neutral_v} V on the ${fill('{utility}')}’s neutral`, undo: () => set({ neutral_v: 0 }) })
    if (t.frozen) found.push({ words: 'soil frozen', undo: () => set({ frozen: false }) })
    const lists: [Lists, (name: string) => string][] = [
      ['neutrals_lost', (n) => `neutral of ${n} open`],
      ['grounds_cut', (n) => `${fill('{equipment_ground}')} of ${n} cut`],
      ['bonds_made', (n) => `bond put in at ${n}`],
      ['bonds_missing', (n) => `bond out at ${n}`],
      ['bars_loose', (n) => `${fill('{ground_bar}')} of ${n} isolated`],
      ['plastic', (n) => `plastic pipe at ${n}`],
      ['rods_added', (n) => `one more rod at ${n}`],
      ['electrodes_off', (n) => `${n} taken off`],
      ['loads_off', (n) => `${n} off`],
      ['neighbor_pipe', (n) => `pipe from ${n} to a ${fill('{neighbor}')}`],
    ]
    for (const [list, words] of lists)
      for (const key of t[list]) found.push({ words: words(named(key)), undo: () => toggle(list, key) })
    return found
  })

  return { trial, answer, changes, trouble, tried, set, toggle, toggleBond, caseFault, soilFault, clear, keep, named }
})
