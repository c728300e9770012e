/** Hours of the day as a clock shows them. */
export function clockText(at_h: number): string {
  const minutes = Math.round(at_h * 60)
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
}

/** "10:30", "10.5" or "9" as hours; null where it is none. */
export function parseClock(text: string): number | null {
  const found = /^(\d{1,2})(?::([0-5]\d))?$/.exec(text.trim())
  const hours = found ? Number(found[1]) + Number(found[2] ?? 0) / 60 : Number(text.trim().replace(',', '.') || NaN)
  return hours >= 0 && hours <= 24 ? hours : null
}

/** Hours as a person says them: "3 h 40 min". */
export function hoursText(hours: number): string {
  const minutes = Math.round(hours * 60)
  const rest = minutes % 60
  const full = Math.floor(minutes / 60)
  return [full ? `${full} h` : '', rest || !full ? `${rest} min` : ''].filter(Boolean).join(' ')
}

/** Hours typed by a person: "2", "1.5", "1 h 30 min", "45 min". */
export function parseHours(text: string): number | null {
  const found = /^(?:(\d+(?:[.,]\d+)?)\s*h?)?\s*(?:(\d+)\s*min)?$/.exec(text.trim())
  if (!found || !text.trim()) return null
  const hours = Number((found[1] ?? '0').replace(',', '.')) + Number(found[2] ?? 0) / 60
  return hours > 0 ? hours : null
}
