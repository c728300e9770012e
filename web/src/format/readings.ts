/** A figure as a meter shows it: four digits at most, no zeros that say nothing. */
export function readingText(value: number): string {
  const size = Math.abs(value)
  if (size >= 1000) return Math.round(value).toLocaleString('en-US')
  return String(Number(value.toPrecision(size < 0.1 ? 2 : size < 10 ? 3 : 4)))
}
