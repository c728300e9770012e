/** A straight scale from metres to pixels. */
export interface Scale {
  from_m: number
  to_m: number
  from_px: number
  to_px: number
}

export function toPixels(scale: Scale, value_m: number): number {
  const share = (value_m - scale.from_m) / (scale.to_m - scale.from_m || 1)
  return scale.from_px + share * (scale.to_px - scale.from_px)
}

export function metresPerPixel(scale: Scale): number {
  return (scale.to_m - scale.from_m) / (scale.to_px - scale.from_px || 1)
}

/** Values that stand at least `apart_px` from the ones kept before; the last is always kept. */
export function spread(scale: Scale, values_m: number[], apart_px: number): number[] {
  const kept: number[] = []
  const last = values_m.at(-1)
  for (const value of values_m) {
    const far = kept.every((other) => Math.abs(toPixels(scale, other) - toPixels(scale, value)) >= apart_px)
    const clear =
      last === undefined || value === last || Math.abs(toPixels(scale, last) - toPixels(scale, value)) >= apart_px
    if (far && clear) kept.push(value)
  }
  return kept
}
