/**
 * Where the words of a picture stand: each at the first place near its own that is free, so that none covers another,
 * leaves the picture, or is cut. Boxes are measured by whoever draws; a line leads back from a word that went far.
 */
export interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

export interface Shift {
  x: number
  y: number
}

/** What is said somewhere; `stays` where it belongs to something that is pressed, and others make way. */
export interface Label {
  box: Box
  stays: boolean
  /** Rather lower or aside, on a mark if need be: over it stands what it would cover. */
  down?: boolean
}

const GAP = 2 // between two words that are neighbors
const STEP = 6 // how finely places are tried
const MARK_COUNTS = 0.05 // a word may rather stand on a mark than on another word
const FAR = 168 // farther than this a word is lost
export const LED_FROM = 20 // from here a line leads back

export function shifted(box: Box, by: Shift): Box {
  return { left: box.left + by.x, right: box.right + by.x, top: box.top + by.y, bottom: box.bottom + by.y }
}

/** How much of a box another covers. */
export function covered(one: Box, other: Box): number {
  const wide = Math.min(one.right, other.right) - Math.max(one.left, other.left) + GAP
  const high = Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top)
  return wide > 0 && high > 0 ? wide * high : 0
}

function sum(box: Box, others: readonly Box[]): number {
  return others.reduce((all, other) => all + covered(box, other), 0)
}

/** The least shift that brings a box into a frame. */
export function into(box: Box, frame: Box): Shift {
  return {
    x: Math.max(frame.left - box.left, Math.min(0, frame.right - box.right)),
    y: Math.max(frame.top - box.top, Math.min(0, frame.bottom - box.bottom)),
  }
}

/** Places around where a word wants to stand, the nearest first; up and down before sideways, as words are wide. */
export const PLACES: readonly Shift[] = (() => {
  const found: Shift[] = []
  for (let y = -FAR; y <= FAR; y += STEP) for (let x = -FAR; x <= FAR; x += 2 * STEP) found.push({ x, y })
  const far = (by: Shift) => Math.hypot(1.4 * by.x, by.y)
  return found.sort((a, b) => far(a) - far(b))
})()

const DOWN = PLACES.filter((place) => place.y >= 0)

/** Shift every label, in order, to the first free place; where none is, to that of which the least is covered. */
export function apart(labels: readonly Label[], frame: Box, marks: readonly Box[] = []): Shift[] {
  const taken = labels.filter((label) => label.stays).map((label) => label.box)
  return labels.map(({ box, stays, down }) => {
    if (stays) return { x: 0, y: 0 }
    const home = shifted(box, into(box, frame))
    const low = down ? placeFor(home, frame, taken, marks, DOWN) : null
    const found = low && !sum(low, taken) ? low : placeFor(home, frame, taken, marks, PLACES)
    taken.push(found)
    return { x: found.left - box.left, y: found.top - box.top }
  })
}

function placeFor(home: Box, frame: Box, taken: readonly Box[], marks: readonly Box[], places: readonly Shift[]): Box {
  let [best, least] = [home, Infinity]
  for (const place of places) {
    const here = shifted(home, place)
    const out = into(here, frame)
    if (out.x || out.y) continue
    const over = sum(here, taken) + MARK_COUNTS * sum(here, marks)
    if (over < least) [best, least] = [here, over]
    if (!over) break
  }
  return best
}
