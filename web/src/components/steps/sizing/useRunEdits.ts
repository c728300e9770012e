/** Edits to the run on screen, as JSON Patch operations. */
import { computed } from 'vue'
import type { Operation, Run, Segment } from '../../../api/client'
import { inOrder, type Keyed } from '../../../drawing/rows'
import { useJob } from '../../../state/job'

type Value = string | number | null

/** The stretch that a changed length goes to: the longest one outdoors. */
export function mainStretch(run: Run): Keyed<Segment> {
  const all = inOrder(run.segments)
  const outdoors = all.filter((one) => one.place === 'buried' || one.place === 'overhead')
  const among = outdoors.length ? outdoors : all
  return among.reduce((best, next) => (next.length_m > best.length_m ? next : best))
}

/** The edit of a stretch's length; a typed or dragged one takes the place of measured legs. */
export function lengthEdits(run: string, stretch: string, length_m: number): Operation[] {
  const at = `/runs/${run}/segments/${stretch}`
  return [
    { op: 'add', path: `${at}/legs`, value: {} },
    { op: 'add', path: `${at}/slack_m`, value: 0 },
    { op: 'replace', path: `${at}/length_m`, value: length_m },
  ]
}

export function useRunEdits() {
  const store = useJob()
  const at = computed(() => `/runs/${store.run_id}`)

  function set(field: string, value: Value): Promise<void> {
    return store.edit([{ op: 'add', path: `${at.value}/${field}`, value }])
  }

  function setStretch(stretch: string, field: string, value: Value): Promise<void> {
    return store.edit([{ op: 'add', path: `${at.value}/segments/${stretch}/${field}`, value }])
  }

  function setLength(stretch: string, length_m: number | null): Promise<void> {
    return length_m === null ? Promise.resolve() : store.edit(lengthEdits(store.run_id, stretch, length_m))
  }

  /** Another metal: pinned sizes belong to the old one and are handed back to the rules. */
  function setMetal(metal: string | null): Promise<void> {
    const fields = ['conductor_size', 'grounded_size', 'equipment_ground_size', 'tail_size', 'insulation']
    const operations: Operation[] = [{ op: 'add', path: `${at.value}/metal`, value: metal }]
    return store.edit([
      ...operations,
      ...fields.map((field): Operation => ({ op: 'add', path: `${at.value}/${field}`, value: null })),
    ])
  }

  function pinSize(size: string): Promise<void> {
    const plan = store.run_plan
    if (!size || !plan) return Promise.resolve()
    return store.edit([
      { op: 'add', path: `${at.value}/metal`, value: plan.metal },
      { op: 'add', path: `${at.value}/conductor_size`, value: size },
    ])
  }

  function unpin(): Promise<void> {
    return store.edit([
      { op: 'add', path: `${at.value}/metal`, value: null },
      { op: 'add', path: `${at.value}/conductor_size`, value: null },
    ])
  }

  return { at, set, setStretch, setLength, setMetal, pinSize, unpin }
}
