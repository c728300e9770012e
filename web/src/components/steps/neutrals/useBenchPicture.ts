/** What the picture of the bench reads from the solved circuit, and what a press on a part of it does. */
import { computed, reactive } from 'vue'
import { useBench } from './useBench'
import { benchOf, type BenchNode } from '../../../drawing/bench'
import { ohms } from '../../../format/quantities'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'

const ROLES: Record<string, string> = { L1: 'line 1', L2: 'line 2', N: 'neutral', G: 'ground' }

export function useBenchPicture(width: () => number) {
  const bench = useBench()
  const store = useJob()
  const layout = computed(() => (store.job && store.way ? benchOf(store.job, store.way, width()) : null))
  const wires = computed(() => new Map((bench.answer?.wires ?? []).map((wire) => [wire.key, wire])))
  const cans = computed(() => new Map((bench.answer?.enclosures ?? []).map((can) => [can.id, can])))
  const sources = computed(() => new Map((bench.answer?.sources ?? []).map((source) => [source.id, source])))
  const earths = computed(() => new Map((bench.answer?.earths ?? []).map((earth) => [earth.building, earth])))
  const groundWord = computed(() => fill('{ground_bar}').split(' ')[0] ?? '')
  /** Whether a second line is on this way. */
  const two = computed(() => (store.way?.runs ?? []).some((run) => wires.value.has(`${run}.L2`)))

  /** The color a wire has in this country, as the plan names it. */
  function color(run: string, conductor: string): string {
    const named = (store.plan?.runs[run]?.wires ?? []).find((wire) => wire.role === ROLES[conductor])?.color
    return `stroke-${(named ?? conductor.toLowerCase()).replaceAll(' ', '-')}`
  }

  function electrodesOf(node: BenchNode): string[] {
    return Object.entries(store.job?.electrodes ?? {})
      .filter(([, e]) => e.building === node.building && e.status !== 'remove')
      .map(([key]) => key)
  }

  /** Electrodes hang below the first can of their building on this way. */
  function hasEarth(node: BenchNode): boolean {
    const first = layout.value?.nodes.find((one) => one.building === node.building)?.id
    return node.kind === 'can' && first === node.id && electrodesOf(node).length > 0
  }

  function earthOff(node: BenchNode): boolean {
    return electrodesOf(node).every((key) => bench.trial.electrodes_off.includes(key))
  }

  function pressEarth(node: BenchNode): void {
    const own = electrodesOf(node)
    const rest = bench.trial.electrodes_off.filter((key) => !own.includes(key))
    bench.set({ electrodes_off: earthOff(node) ? rest : [...rest, ...own] })
  }

  function earthWords(node: BenchNode): string {
    const earth = earths.value.get(node.building)
    return earthOff(node) ? 'taken off' : earth ? `${ohms(earth.ohm)}, ${earth.shown}` : ''
  }

  return reactive({
    bench,
    layout,
    wires,
    cans,
    sources,
    earths,
    groundWord,
    two,
    color,
    bus: (conductor: string) => color(store.way?.runs[0] ?? '', conductor),
    hasEarth,
    earthOff,
    pressEarth,
    earthWords,
  })
}

export type BenchSeen = ReturnType<typeof useBenchPicture>
