/** The panel on screen: its circuits, and the edits that place, move and change them. */
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Operation } from '../../../api/client'
import { freshId } from '../../../drawing/tree'
import { fill } from '../../../state/terms'
import { useJob } from '../../../state/job'

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

export const usePanel = defineStore('panel', () => {
  const store = useJob()
  const wanted = ref('')
  const chosen = ref('')
  const drawn = computed(() => Object.keys(store.plan?.panels ?? {}))
  const key = computed(() => (drawn.value.includes(wanted.value) ? wanted.value : (drawn.value[0] ?? '')))
  const plan = computed(() => store.plan?.panels[key.value])
  const layout = computed(() => store.job?.enclosures[key.value]?.layout ?? null)
  const circuit = computed(() => plan.value?.circuits.find((one) => one.id === chosen.value))
  const kept = computed(() => store.job?.circuits[chosen.value])

  /** The slots of a device whose upper pole stands in a slot. */
  function slotsFrom(id: string, slot: number): number[] {
    const poles = plan.value?.circuits.find((one) => one.id === id)?.poles ?? 1
    const all = [slot]
    for (let at = 1; at < poles; at++) {
      const under = plan.value?.slots.find((one) => one.slot === all.at(-1))?.below
      if (!under) break // the server says that the pole has no place
      all.push(under)
    }
    return all
  }

  /** What a move changes: the slots of the device, and of one alike that stands there: they change places. */
  function placesAfter(id: string, slot: number): Record<string, number[]> {
    const target = slotsFrom(id, slot)
    const mine = store.state?.job.circuits[id]?.slots ?? []
    const there = Object.entries(store.state?.job.circuits ?? {}).filter(
      ([other, one]) =>
        other !== id &&
        one.enclosure === key.value &&
        !one.half &&
        one.slots.length === target.length &&
        one.slots.every((at) => target.includes(at)),
    )
    const swapped = there.length === 1 && mine.length === target.length ? { [there[0]![0]]: [...mine] } : {}
    return { [id]: target, ...swapped }
  }

  function moves(id: string, slot: number): Operation[] {
    if (!store.state?.job.circuits[id]) return []
    return Object.entries(placesAfter(id, slot)).map(([each, value]) => ({
      op: 'add' as const,
      path: `/circuits/${each}/slots`,
      value,
    }))
  }

  /** Plan with the device over a slot, without keeping it; what cannot be there changes nothing. */
  function tryAt(id: string, slot: number): void {
    const operations = moves(id, slot)
    if (operations.length) void store.tryOut(operations)
  }

  function moveTo(id: string, slot: number): Promise<void> {
    return store.edit(moves(id, slot))
  }

  /** The next slot in a direction in which it could stand: up and down a column, or across. */
  function step(id: string, by: number, swap = false): void {
    const one = plan.value?.circuits.find((c) => c.id === id)
    const first = one?.slots[0]
    if (!one || !first || !layout.value) return
    if (swap) return void moveTo(id, first + by)
    const taken = new Set(plan.value!.circuits.filter((c) => c.id !== id).flatMap((c) => c.slots))
    for (let slot = first + by; slot >= 1 && slot <= layout.value.spaces; slot += by) {
      const all = slotsFrom(id, slot)
      if (all.length === one.poles && all.every((s) => !taken.has(s))) return void moveTo(id, slot)
    }
  }

  function choose(id: string): void {
    chosen.value = id
  }

  function draw(enclosure: string, spaces: number): Promise<void> {
    wanted.value = enclosure
    const one_line = store.options?.one_line
    const value = one_line ? { spaces, columns: 1, legs_land: 'one_line' } : { spaces }
    return store.edit([{ op: 'add', path: `/enclosures/${enclosure}/layout`, value }])
  }

  /** Hang a new panel in place of this one, and show it. */
  async function move(right_m: number, up_m: number, spaces: number | null): Promise<void> {
    const old = key.value
    await store.movePanel(old, right_m, up_m, spaces)
    const found = Object.entries(store.job?.enclosures ?? {}).find(([, one]) => one.layout?.replaces === old)
    if (found) wanted.value = found[0]
  }

  /** Write down another circuit in the next place that the plan names, and choose it. */
  async function add(fields: Record<string, unknown> = {}, poles = 1): Promise<void> {
    const id = freshId(store.job!, 'W')
    const slots = (poles > 1 ? plan.value?.next_two_pole : plan.value?.next_single) ?? []
    const operation: Operation = {
      op: 'add',
      path: `/circuits/${id}`,
      value: { enclosure: key.value, slots, ...fields },
    }
    await store.edit([operation])
    if (store.job?.circuits[id]) chosen.value = id
  }

  /** A panel where there is none yet: a house, if there is no building, and a can with so many spaces. */
  async function begin(spaces: number): Promise<void> {
    const job = store.job!
    const building = Object.keys(job.buildings)[0] ?? freshId(job, 'B')
    const can = freshId(job, 'P')
    const layout = store.options?.one_line ? { spaces, columns: 1, legs_land: 'one_line' } : { spaces }
    const operations: Operation[] = job.buildings[building]
      ? []
      : [{ op: 'add', path: `/buildings/${building}`, value: { name: 'House', use: 'dwelling' } }]
    const value = { name: capital(fill('{panel}')), building, status: 'existing', layout }
    await store.edit([...operations, { op: 'add', path: `/enclosures/${can}`, value }])
    wanted.value = can
  }

  function remove(): void {
    void store.changePart('remove', 'circuits', chosen.value)
    chosen.value = ''
  }

  return {
    wanted,
    chosen,
    drawn,
    key,
    plan,
    layout,
    circuit,
    kept,
    choose,
    tryAt,
    moveTo,
    step,
    draw,
    move,
    begin,
    add,
    remove,
  }
})
