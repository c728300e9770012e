/** Dragging a building along the ground: the length of the run that feeds it follows. */
import { FOOT_M } from '../../../format/quantities'
import { ref } from 'vue'
import type { Operation } from '../../../api/client'
import { metresPerPixel, type Scale } from '../../../drawing/scale'
import { useJob } from '../../../state/job'
import { lengthEdits, mainStretch } from './useRunEdits'

const LEAST_M = 2 * FOOT_M

export function useBuildingDrag(scaleNow: () => Scale) {
  const store = useJob()
  const held = ref<{ run: string; from_px: number; from_m: number; scale: Scale } | null>(null)

  function stepped(length_m: number): number {
    const grain = store.units === 'feet' ? FOOT_M : 0.5
    return Math.max(LEAST_M, Math.round(length_m / grain) * grain)
  }

  function lengthOf(run: string): number {
    const found = store.state?.job.runs[run]
    return found ? mainStretch(found).length_m : LEAST_M
  }

  function grab(event: PointerEvent, run: string): void {
    if (event.button !== 0) return
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    held.value = { run, from_px: event.clientX, from_m: lengthOf(run), scale: scaleNow() }
  }

  function move(event: PointerEvent): void {
    if (!held.value || !store.state) return
    const length_m = stepped(
      held.value.from_m + (event.clientX - held.value.from_px) * metresPerPixel(held.value.scale),
    )
    void store.tryOut(edits(held.value.run, length_m))
  }

  function drop(event: PointerEvent): void {
    if (!held.value) return
    const { run, from_px, from_m, scale } = held.value
    const length_m = stepped(from_m + (event.clientX - from_px) * metresPerPixel(scale))
    held.value = null
    if (event.type === 'pointercancel' || Math.abs(length_m - from_m) < 1e-6) store.forgetTry()
    else void keep(run, length_m)
  }

  function nudge(run: string, steps: number): void {
    const grain = store.units === 'feet' ? FOOT_M : 0.5
    void keep(run, Math.max(LEAST_M, lengthOf(run) + steps * grain))
  }

  function edits(run: string, length_m: number): Operation[] {
    const found = store.state?.job.runs[run]
    return found ? lengthEdits(run, mainStretch(found).key, length_m) : []
  }

  function keep(run: string, length_m: number): Promise<void> {
    const wanted = edits(run, length_m)
    return wanted.length ? store.edit(wanted) : Promise.resolve()
  }

  return { held, grab, move, drop, nudge, lengthOf }
}
