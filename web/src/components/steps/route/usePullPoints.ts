/** Pull points of the run on screen: dragged along the way, stepped by keys, taken out. */
import { FOOT_M } from '../../../format/quantities'
import { computed, ref } from 'vue'
import type { Fitting, Job, Operation, Segment } from '../../../api/client'
import { inOrder } from '../../../drawing/rows'
import { metresPerPixel, type Scale } from '../../../drawing/scale'
import { useJob } from '../../../state/job'

export interface Handle {
  segment: string // keys in their rows
  fitting: string
  number: number // in its stretch, from 1
  at_m: number // from the head of the run
  kind: Fitting['kind']
}

const EDGE_M = 0.1

export function usePullPoints(scaleNow: () => Scale) {
  const store = useJob()
  const held = ref<{ handle: Handle; from_px: number; from_m: number; scale: Scale } | null>(null)

  function handlesOf(job: Job | null | undefined): Handle[] {
    let gone = 0
    return inOrder(job?.runs[store.run_id]?.segments).flatMap((segment) => {
      const begins = gone
      gone += segment.length_m
      return inOrder(segment.fittings).map((one, i) => ({
        segment: segment.key,
        fitting: one.key,
        number: i + 1,
        at_m: begins + one.at_m,
        kind: one.kind,
      }))
    })
  }

  const handles = computed(() => handlesOf(store.job))
  const stretchOf = (handle: Handle): Segment => store.state!.job.runs[store.run_id]!.segments[handle.segment]!
  const path = (handle: Handle): string => `/runs/${store.run_id}/segments/${handle.segment}/fittings/${handle.fitting}`

  /** Where in its stretch a pull point may go that is wished there. */
  function placeOf(handle: Handle, into_m: number): number {
    const grain = store.units === 'feet' ? FOOT_M / 2 : 0.1
    const most_m = stretchOf(handle).length_m - EDGE_M
    return Number(Math.min(most_m, Math.max(EDGE_M, Math.round(into_m / grain) * grain)).toFixed(3))
  }

  const edits = (handle: Handle, at_m: number): Operation[] => [
    { op: 'add', path: `${path(handle)}/at_m`, value: at_m },
  ]

  function put(handle: Handle, at_m: number): Promise<void> {
    return store.edit(edits(handle, at_m))
  }

  const into = (handle: Handle): number => stretchOf(handle).fittings[handle.fitting]!.at_m

  function grab(event: PointerEvent, handle: Handle): void {
    if (event.button !== 0) return
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    held.value = { handle, from_px: event.clientX, from_m: into(handle), scale: scaleNow() }
  }

  function move(event: PointerEvent): void {
    if (!held.value || !store.state) return
    const { handle, from_px, from_m, scale } = held.value
    const at_m = placeOf(handle, from_m + (event.clientX - from_px) * metresPerPixel(scale))
    void store.tryOut(edits(handle, at_m), true)
  }

  function drop(event: PointerEvent): void {
    if (!held.value) return
    const { handle, from_px, from_m, scale } = held.value
    held.value = null
    const at_m = placeOf(handle, from_m + (event.clientX - from_px) * metresPerPixel(scale))
    if (event.type === 'pointercancel' || Math.abs(event.clientX - from_px) < 2) store.forgetTry()
    else void put(handle, at_m)
  }

  function nudge(handle: Handle, steps: number): void {
    const grain = store.units === 'feet' ? FOOT_M : 0.5
    void put(handle, placeOf(handle, into(handle) + steps * grain))
  }

  function takeOut(handle: Handle): void {
    void store.edit([{ op: 'remove', path: path(handle) }])
  }

  return { handles, grab, move, drop, nudge, takeOut }
}
