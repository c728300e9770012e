/** Where words stand in a picture, so that none covers another, a mark, or the edge. */
export interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

const LETTER = 7.4 // mean width of a letter at 14 px
export const LINE = 17

/** The box of some lines of words around the middle of their first line. */
export function boxOf(lines: string[], x: number, y: number, anchor: 'start' | 'middle' = 'middle'): Box {
  const width = Math.max(0, ...lines.map((words) => words.length)) * LETTER
  const left = anchor === 'middle' ? x - width / 2 : x
  return { left, right: left + width, top: y - 13, bottom: y + 4 + LINE * (lines.length - 1) }
}

export function meet(one: Box, other: Box): boolean {
  return one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom
}

/** How much of a box others cover. */
function covered(one: Box, others: Box[]): number {
  return others.reduce((sum, other) => {
    const [wide, high] = [
      Math.min(one.right, other.right) - Math.max(one.left, other.left),
      Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top),
    ]
    return wide > 0 && high > 0 ? sum + wide * high : sum
  }, 0)
}

/** The first place that is free; where none is, the one of which the least is covered. */
export function firstFree(lines: string[], places: { x: number; y: number }[], taken: Box[]): { x: number; y: number } {
  const free = places.find((place) => !taken.some((box) => meet(boxOf(lines, place.x, place.y), box)))
  if (free) return free
  return (
    [...places].sort((a, b) => covered(boxOf(lines, a.x, a.y), taken) - covered(boxOf(lines, b.x, b.y), taken))[0] ?? {
      x: 0,
      y: 0,
    }
  )
}
