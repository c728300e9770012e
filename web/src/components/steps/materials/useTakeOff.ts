/** The take-off on screen: counted anew by the server after each edit; what a person changes goes into the job. */
import { pointerStep } from '../../../format/pointer'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { type Schemas } from '../../../api/client'
import { useStep } from '../../../composables/useStep'
import { freshId } from '../../../drawing/tree'
import { useJob } from '../../../state/job'

export type Line = Schemas['TakeOffLine']

export const useTakeOff = defineStore('take-off', () => {
  const store = useJob()
  const answer = useStep('/api/jobs/{job_id}/steps/materials')
  const paid = useStep('/api/jobs/{job_id}/steps/estimate')
  const turns = useStep('/api/jobs/{job_id}/steps/materials/flips', { wanted: false })
  const others = useStep('/api/jobs/{job_id}/steps/estimate/alternatives', { wanted: false })
  const found = computed(() => (answer.data.value?.take_off ?? null) as Schemas['TakeOff'] | null)
  const prices = computed(() => (answer.data.value?.prices ?? null) as Schemas['PricedList'] | null)
  const shops = computed(() => answer.data.value?.shops ?? [])
  const goods = computed(() => answer.data.value?.goods ?? [])
  const leftAside = computed(() => answer.data.value?.left_aside ?? [])
  const totals = computed(() => answer.data.value?.totals ?? null)
  const estimate = computed(() => {
    const one = paid.data.value
    return one ? { total: one.estimate, working: one.estimate_working } : null
  })
  const firstNeeded = computed<Record<string, string>>(() => paid.data.value?.first_needed ?? {})
  const flips = computed(() => (turns.data.value?.flips ?? null) as Schemas['Flip'][] | null)
  const flipsSay = computed(() => turns.data.value?.site_says ?? '')
  const ways = computed(() => (others.data.value?.ways ?? null) as Schemas['Alternative'][] | null)
  const trouble = computed(() => (answer.isError.value ? 'The server does not answer. The list is as it was.' : ''))
  const chosen = ref('')
  const part = ref('')
  const wanted = ref('')

  /** Ask again: the books have changed, and the revision has not. */
  async function count(): Promise<void> {
    await Promise.all([answer.refetch(), paid.refetch()])
    if (others.data.value) await others.refetch()
  }
  const waits = computed(() => turns.asking.value || others.asking.value)
  const stopWaiting = () => Promise.all([turns.stop(), others.stop()])
  const longTrouble = computed(() => turns.trouble.value || others.trouble.value)
  const findFlips = () => turns.refetch()
  const findWays = () => others.refetch()
  const byShop = computed(() => Object.entries(totals.value?.shops ?? {}))
  const priceOf = computed(() => new Map((prices.value?.lines ?? []).map((one) => [one.key, one])))

  /** The part of the job that a pointer is about: its kind and id. */
  const owner = (where: string): string => where.split('/').slice(1, 3).join('/')
  const lines = computed(() => {
    const text = wanted.value.trim().toLowerCase()
    return (found.value?.lines ?? []).filter(
      (line) =>
        (!text || line.words.toLowerCase().includes(text)) &&
        (!part.value || line.asks.some((one) => owner(one.where) === part.value)),
    )
  })
  const kinds = computed(() => {
    const by = new Map<string, Line[]>()
    for (const line of lines.value) by.set(line.kind, [...(by.get(line.kind) ?? []), line])
    return [...by.entries()]
  })
  /** Every part that asks for something, with how many lines it asks for. */
  const parts = computed(() => {
    const by = new Map<string, { name: string; lines: Set<string> }>()
    for (const line of found.value?.lines ?? [])
      for (const one of line.asks) {
        const key = owner(one.where)
        const there = by.get(key) ?? { name: one.name, lines: new Set<string>() }
        there.lines.add(line.key)
        by.set(key, there)
      }
    return [...by.entries()].map(([key, one]) => ({ key, name: one.name, count: one.lines.size }))
  })
  const line = computed(() => found.value?.lines.find((one) => one.key === chosen.value))
  const lit = computed(() => new Set(line.value?.asks.map((one) => owner(one.where)) ?? []))

  /** See the lines of one part alone; empty is the whole job, and the part that is seen already goes back to it. */
  function seePart(key: string): void {
    part.value = part.value === key ? '' : key
  }

  function change(fields: Record<string, unknown>, key = chosen.value): Promise<void> {
    const path = `/materials/changed/${pointerStep(key)}`
    return store.edit((job) => [{ op: 'add', path, value: { ...job.materials.changed[key], ...fields } }])
  }

  function add(words: string, quantity: number, unit: string): Promise<void> {
    const id = freshId(store.job!, 'O', Object.keys(store.job!.materials.own))
    return store.edit([{ op: 'add', path: `/materials/own/${id}`, value: { words, quantity, unit } }])
  }

  function strike(): Promise<void> {
    const id = chosen.value.split('|')[1]
    chosen.value = ''
    return store.edit([{ op: 'remove', path: `/materials/own/${id}` }])
  }

  function spare(item: string, percent: number | null): Promise<void> {
    const path = `/materials/spare_percent/${item}`
    return store.edit([percent === null ? { op: 'remove', path } : { op: 'add', path, value: percent }])
  }

  return {
    found,
    prices,
    shops,
    estimate,
    flips,
    flipsSay,
    findFlips,
    waits,
    stopWaiting,
    longTrouble,
    ways,
    findWays,
    goods,
    leftAside,
    totals,
    firstNeeded,
    byShop,
    priceOf,
    count,
    trouble,
    chosen,
    part,
    wanted,
    kinds,
    parts,
    line,
    lit,
    seePart,
    change,
    add,
    strike,
    spare,
  }
})
