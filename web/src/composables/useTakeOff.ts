/** The take-off on screen: counted anew by the server after each edit; what a person changes goes into the job. */
import { computed, ref, watch } from 'vue'
import { client, type Schemas } from '../api/client'
import { freshId } from '../drawing/tree'
import { useJob } from '../state/job'

export type Line = Schemas['TakeOffLine']

export function useTakeOff() {
  const store = useJob()
  const found = ref<Schemas['TakeOff'] | null>(null)
  const prices = ref<Schemas['PricedList'] | null>(null)
  const shops = ref<string[]>([])
  const estimate = ref<{ total: number; working: Schemas['WorkLine'][] } | null>(null)
  const flips = ref<Schemas['Flip'][] | null>(null)
  const flipsSay = ref('')
  const firstNeeded = ref<Record<string, string>>({})
  const totals = ref<Schemas['Totals'] | null>(null)
  const ways = ref<Schemas['Alternative'][] | null>(null)
  const trouble = ref('')
  const chosen = ref('')
  const part = ref('')
  const wanted = ref('')

  async function count(): Promise<void> {
    const id = store.state?.id
    if (!id) return
    const params = { path: { job_id: id } }
    const [{ data }, paid] = await Promise.all([
      client.GET('/api/jobs/{job_id}/steps/materials', { params }),
      client.GET('/api/jobs/{job_id}/steps/estimate', { params }),
    ])
    if (data && paid.data) {
      found.value = data.take_off as Schemas['TakeOff']
      prices.value = data.prices as Schemas['PricedList']
      shops.value = data.shops
      estimate.value = { total: paid.data.estimate, working: paid.data.estimate_working }
      totals.value = data.totals
      firstNeeded.value = paid.data.first_needed
      flips.value = null
      ways.value = null
    }
    trouble.value = data ? '' : 'The server does not answer. The list is as it was.'
  }
  async function findFlips(): Promise<void> {
    const { data } = await client.GET('/api/jobs/{job_id}/steps/materials/flips', {
      params: { path: { job_id: store.state!.id } },
    })
    flips.value = (data?.flips ?? []) as Schemas['Flip'][]
    flipsSay.value = data?.site_says ?? ''
  }
  async function findWays(): Promise<void> {
    const { data } = await client.GET('/api/jobs/{job_id}/steps/estimate/alternatives', {
      params: { path: { job_id: store.state!.id } },
    })
    ways.value = (data?.ways ?? []) as Schemas['Alternative'][]
  }
  const byShop = computed(() => {
    const by = new Map<string, number>()
    for (const one of prices.value?.lines ?? [])
      if (one.shop) by.set(one.shop, (by.get(one.shop) ?? 0) + (one.cost ?? 0))
    return [...by.entries()]
  })
  watch(() => [store.state?.id, store.state?.revision], count, { immediate: true })

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
    const before = store.job?.materials.changed[key] ?? {}
    const path = `/materials/changed/${key.replaceAll('~', '~0').replaceAll('/', '~1')}`
    return store.edit([{ op: 'add', path, value: { ...before, ...fields } }])
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
    ways,
    findWays,
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
}

export type TakeOffOnScreen = ReturnType<typeof useTakeOff>
