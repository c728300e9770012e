/** The checklist on screen: which visit, which line; what is pressed goes up, and the next open line comes. */
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Schemas } from '../../../api/client'
import { useStep } from '../../../composables/useStep'
import { freshId } from '../../../drawing/tree'
import { useJob } from '../../../state/job'
import { useSettings } from '../../../state/settings'

export type Line = Schemas['CheckLine']
export type Said = 'right' | 'not_right' | 'not_seen'
const OPEN = new Set(['open', 'changed'])

/** A reading by its id; one that is wanted by what it is and where. */
function rowKey(one: Schemas['ReadingLine']): string {
  return one.key || `${one.kind}:${one.where}:${one.between}:${one.wire}`
}

export const useInspection = defineStore('inspection', () => {
  const store = useJob()
  const settings = useSettings()
  const answer = useStep('/api/jobs/{job_id}/steps/inspection')
  const wanted = ref('')
  const chosen = ref('')
  const visits = computed(() => answer.data.value?.visits ?? [])
  const visit = computed(
    () =>
      visits.value.find((one) => one.kind === wanted.value) ??
      visits.value.find((one) => one.open || one.wrong) ??
      visits.value[0],
  )
  const lines = computed(() => (answer.data.value?.lines ?? []).filter((one) => one.visit === visit.value?.kind))
  const line = computed(
    () =>
      lines.value.find((one) => one.key === chosen.value) ??
      lines.value.find((one) => OPEN.has(one.state)) ??
      lines.value[0],
  )
  const places = computed(() => {
    const by = new Map<string, Line[]>()
    for (const one of lines.value) by.set(one.place, [...(by.get(one.place) ?? []), one])
    return [...by.entries()]
  })
  const readings = useStep('/api/jobs/{job_id}/steps/inspection/readings')
  const shown = ref<'lines' | 'readings'>('lines')
  const reading_chosen = ref('')
  const read = computed(() => readings.data.value)
  const rows = computed(() => (readings.data.value?.readings ?? []).map((one) => ({ ...one, at_key: rowKey(one) })))
  const row = computed(() => rows.value.find((one) => one.at_key === reading_chosen.value) ?? null)
  const asked = computed(() => Object.entries(store.job?.inspection.asked ?? {}))

  function next(from: Line): void {
    const at = lines.value.findIndex((one) => one.key === from.key)
    const later = [...lines.value.slice(at + 1), ...lines.value.slice(0, at)]
    chosen.value = (later.find((one) => OPEN.has(one.state)) ?? from).key
  }

  async function say(one: Line, said: Said | null, note: string, reading: number | null): Promise<void> {
    const before = store.trouble
    await store.answerLine({ line: one.key, said, note, reading, who: settings.person })
    if (said && store.trouble === before) next(one)
  }

  function look(kind: string): void {
    shown.value = 'lines'
    wanted.value = kind
    chosen.value = ''
  }
  const edit = (path: string, value: unknown) => store.edit([{ op: 'add', path, value }])
  function ask(words: string, whose: string, due: string): Promise<void> {
    const key = freshId(store.job!, 'A', Object.keys(store.job?.inspection.asked ?? {}))
    return edit(`/inspection/asked/${key}`, { visit: visit.value?.kind ?? 'final', words, whose, due })
  }
  const change = (key: string, field: string, value: unknown) => edit(`/inspection/asked/${key}/${field}`, value)
  /** Signed off today by somebody. */
  const sign = (key: string, by: string) =>
    store.edit([
      { op: 'add', path: `/inspection/asked/${key}/signed_by`, value: by },
      { op: 'add', path: `/inspection/asked/${key}/signed_on`, value: by ? new Date().toISOString().slice(0, 10) : '' },
    ])
  const over = (passed: boolean, by: string, on: string) =>
    edit(`/inspection/visits/${visit.value!.kind}`, { passed, by, on })
  const again = () => store.edit([{ op: 'remove', path: `/inspection/visits/${visit.value!.kind}` }])

  /** The run on which a part lies, to find the way that shows it. */
  function runOf(where: string): string {
    const [, table, key] = where.split('/') as [string, string, string]
    const job = store.job
    if (!job || table === 'runs') return table === 'runs' ? key : ''
    const can = table === 'circuits' ? job.circuits[key]?.enclosure : key
    const home = table === 'electrodes' ? job.electrodes[key]?.building : table === 'buildings' ? key : ''
    const into = Object.entries(job.runs).find(([, run]) =>
      home ? job.enclosures[run.target]?.building === home : run.target === can,
    )
    return into?.[0] ?? ''
  }
  /** Keep a reading: over the one that is there, or as a new one. */
  function take(one: Schemas['Measured-Input'], key = ''): Promise<void> {
    const id = key || freshId(store.job!, 'M', Object.keys(store.job?.inspection.readings ?? {}))
    return store.takeReadings({ [id]: one })
  }
  const strike = (key: string) => store.edit([{ op: 'remove', path: `/inspection/readings/${key}` }])
  const photosOf = (key: string) =>
    Object.entries(store.job?.record.attachments ?? {}).filter(([, one]) => one.line === key)

  return {
    shown,
    read,
    rows,
    row,
    reading_chosen,
    runOf,
    take,
    strike,
    photosOf,
    look,
    wanted,
    chosen,
    visits,
    visit,
    lines,
    line,
    places,
    asked,
    next,
    say,
    ask,
    change,
    sign,
    over,
    again,
  }
})
