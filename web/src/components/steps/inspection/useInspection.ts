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

  const edit = (path: string, value: unknown) => store.edit([{ op: 'add', path, value }])
  function ask(words: string, whose: string, due: string): Promise<void> {
    const key = freshId(store.job!, 'A', Object.keys(store.job?.inspection.asked ?? {}))
    return edit(`/inspection/asked/${key}`, { visit: visit.value?.kind ?? 'final', words, whose, due })
  }
  const change = (key: string, field: string, value: unknown) => edit(`/inspection/asked/${key}/${field}`, value)
  const over = (passed: boolean, by: string, on: string) =>
    edit(`/inspection/visits/${visit.value!.kind}`, { passed, by, on })
  const again = () => store.edit([{ op: 'remove', path: `/inspection/visits/${visit.value!.kind}` }])

  return { wanted, chosen, visits, visit, lines, line, places, asked, next, say, ask, change, over, again }
})
