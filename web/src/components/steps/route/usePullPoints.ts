/** Pull points of the run on screen: dragged along the way, stepped by keys, taken out. */
import { FOOT_M } from '../../../format/quantities'
import { computed, ref } from 'vue'
import type { Fitting, Job, Operation } from '../../../api/client'
import { metresPerPixel, type Scale } from '../../../drawing/scale'
import { useJob } from '../../../state/job'

export interface Handle {
  segment: number
  index: number
  at_m: number // from the head of the run
  kind: Fitting['kind']
}

const EDGE_M = 0.1

export function usePullPoints(scaleNow: () => Scale) {
  const store = useJob()
  const held = ref<{ handle: Handle; from_px: number; from_m: number; scale: Scale } | null>(null)

  function handlesOf(job: Job | null | undefined): Handle[] {
    const run = job?.runs[store.run_id]
    let gone = 0
    return (run?.segments ?? []).flatMap((segment, i) => {
      const begins = gone
      gone += segment.length_m
      return segment.fittings.map((one, index) => ({ segment: i, index, at_m: begins + one.at_m, kind: one.kind }))
    })
  }

  const handles = computed(() => handlesOf(store.job))

  /** The pull points of a stretch with one of them moved. */
  function movedTo(handle: Handle, into_m: number): Fitting[] {
    const segment = store.state!.job.runs[store.run_id]!.segments[handle.segment]!
    const grain = store.units === 'feet' ? FOOT_M / 2 : 0.1
    const place = Math.min(segment.length_m - EDGE_M, Math.max(EDGE_M, Math.round(into_m / grain) * grain))
    return segment.fittings.map((one, i) => (i === handle.index ? { ...one, at_m: Number(place.toFixed(3)) } : one))
  }

  function path(segment: number): string {
    return `/runs/${store.run_id}/segments/${segment}/fittings`
  }

  function put(segment: number, points: Fitting[]): Promise<void> {
    const operation: Operation = { op: 'add', path: path(segment), value: points }
    return store.edit([operation])
  }

  function tried(handle: Handle, points: Fitting[]): Job {
    const job = store.state!.job
    const run = job.runs[store.run_id]!
    const segments = run.segments.map((s, i) => (i === handle.segment ? { ...s, fittings: points } : s))
    return { ...job, runs: { ...job.runs, [store.run_id]: { ...run, segments } } }
  }

  function into(handle: Handle): number {
    return store.state!.job.runs[store.run_id]!.segments[handle.segment]!.fittings[handle.index]!.at_m
  }

  function grab(event: PointerEvent, handle: Handle): void {
    if (event.button !== 0) return
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    held.value = { handle, from_px: event.clientX, from_m: into(handle), scale: scaleNow() }
  }

  function move(event: PointerEvent): void {
    if (!held.value || !store.state) return
    const { handle, from_px, from_m, scale } = held.value
    void store.tryOut(tried(handle, movedTo(handle, from_m + (event.clientX - from_px) * metresPerPixel(scale))))
  }

  function drop(event: PointerEvent): void {
    if (!held.value) return
    const { handle, from_px, from_m, scale } = held.value
    held.value = null
    const points = movedTo(handle, from_m + (event.clientX - from_px) * metresPerPixel(scale))
    if (event.type === 'pointercancel' || Math.abs(event.clientX - from_px) < 2) store.forgetTry()
    else void put(handle.segment, points)
  }

  function nudge(handle: Handle, steps: number): void {
    const grain = store.units === 'feet' ? FOOT_M : 0.5
    void put(handle.segment, movedTo(handle, into(handle) + steps * grain))
  }

  function takeOut(handle: Handle): void {
    const points = store.state!.job.runs[store.run_id]!.segments[handle.segment]!.fittings
    void put(
      handle.segment,
      points.filter((_, i) => i !== handle.index),
    )
  }

  return { handles, grab, move, drop, nudge, takeOut }
}
