/** A task taken along the board: under a finger, or with the arrow keys. */
import { ref, type Ref } from 'vue'
import { useDays, type Task } from './useDays'

const STEP_H = 0.25

export function useTaskDrag(board: Ref<HTMLElement | null>, shownDays: Ref<number>, long: Ref<number>) {
  const days = useDays()
  const held = ref<{ key: string; x: number; y: number; moved: boolean } | null>(null)
  let last = 0

  /** Where on the board a finger is: the day, the hour to a quarter, and whose row it is. */
  function under(event: PointerEvent, task: Task) {
    const track = board.value?.querySelector<HTMLElement>('.people .track')
    if (!track || !days.plan) return null
    const box = track.getBoundingClientRect()
    const share = (event.clientX - box.left - (held.value?.x ?? 0)) / box.width
    const at = Math.max(0, share * shownDays.value * long.value)
    const day = Math.min(Math.floor(at / long.value), days.plan.day_names.length - 1)
    const start_h = days.plan.begins_h + Math.round((at - day * long.value) / STEP_H) * STEP_H
    const row = document
      .elementsFromPoint(event.clientX, event.clientY)
      .map((one) => one.closest<HTMLElement>('[data-person]')?.dataset.person)
      .find(Boolean)
    const who = row && !task.who.includes(row) ? [row, ...task.who.slice(1)] : [...task.who]
    return {
      day,
      start_h: Math.min(start_h, days.plan.ends_h - STEP_H),
      who: row && !task.who.includes(row) ? who : [],
    }
  }

  function down(event: PointerEvent, task: Task): void {
    if (event.button) return
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
    held.value = { key: task.key, x: event.clientX - box.left, y: event.clientY, moved: false }
    ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  }
  function move(event: PointerEvent, task: Task): void {
    if (!held.value || held.value.key !== task.key) return
    if (!held.value.moved && Math.abs(event.movementX) + Math.abs(event.movementY) < 1) return
    held.value.moved = true
    if (performance.now() - last < 90) return
    last = performance.now()
    const at = under(event, task)
    if (at) void days.tryAt(task.key, at)
  }
  function up(event: PointerEvent, task: Task): void {
    const was = held.value
    held.value = null
    if (!was) return
    const at = was.moved ? under(event, task) : null
    days.letGo()
    if (at) void days.change(task.key, at)
  }

  function onKey(event: KeyboardEvent, task: Task): void {
    const by = { ArrowLeft: -STEP_H, ArrowRight: STEP_H }[event.key]
    if (by && days.plan) {
      event.preventDefault()
      const start_h = Math.min(Math.max(task.start_h! + by, days.plan.begins_h), days.plan.ends_h - STEP_H)
      void days.change(task.key, { day: task.day, start_h })
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      const all = days.people.map(([id]) => id)
      const next = all[all.indexOf(task.who[0]!) + (event.key === 'ArrowUp' ? -1 : 1)]
      if (!next) return
      event.preventDefault()
      const who = [next, ...task.who.slice(1).filter((one) => one !== next)]
      void days.change(task.key, { day: task.day, start_h: task.start_h, who })
    } else if (event.key === 'Delete' && task.pinned) {
      event.preventDefault()
      void days.change(task.key, { day: null, start_h: null, who: [] })
    }
  }

  return { down, move, up, onKey }
}
