/** Forces and small volumes between metric and what a person types and reads. */
import { withUnit, type Units } from './quantities'

const POUND_N = 4.4482216
const POUND_PER_FOOT_N_M = 14.593903
const QUART_L = 0.94635295
const CUBIC_INCH_L = 0.016387064

const FEET: Record<string, [number, string]> = { N: [POUND_N, 'lbf'], 'N/m': [POUND_PER_FOOT_N_M, 'lbf/ft'] }

/** A limit's figure, and what of it is used, in the units of the job. */
export function inUnits(value: number, unit: string, units: Units): { value: number; unit: string } {
  const [per, name] = (units === 'feet' ? FEET[unit] : undefined) ?? [1, unit]
  return { value: value / per, unit: name }
}

export function forceText(force_n: number, units: Units): string {
  const shown = inUnits(force_n, 'N', units)
  return withUnit(shown.value, shown.unit)
}

/** "200 lbf", "900 N" or a bare number in the shown unit, to newtons; null if it is no force. */
export function parseForce(text: string, units: Units): number | null {
  const match = /^(\d+(?:\.\d+)?)\s*(n|kn|lbf?|pounds?)?$/i.exec(text.trim().replace(',', '.'))
  if (!match || !Number(match[1])) return null
  const unit = match[2]?.toLowerCase() ?? (units === 'feet' ? 'lbf' : 'n')
  return Number(match[1]) * (unit === 'n' ? 1 : unit === 'kn' ? 1000 : POUND_N)
}

export function volumeText(volume_l: number, units: Units): string {
  return units === 'feet'
    ? `${Number((volume_l / CUBIC_INCH_L).toFixed(1))} in³`
    : `${Number((volume_l * 1000).toFixed(0))} mL`
}

/** "32 in3", "500 mL", "0.5 L" or a bare number in the shown unit, to litres; null if it is no volume. */
export function parseVolume(text: string, units: Units): number | null {
  const match = /^(\d+(?:\.\d+)?)\s*(ml|l|in3|in³|cu\.? ?in)?$/i.exec(text.trim().replace(',', '.'))
  if (!match || !Number(match[1])) return null
  const unit = match[2]?.toLowerCase() ?? (units === 'feet' ? 'in3' : 'ml')
  return Number(match[1]) * (unit === 'l' ? 1 : unit === 'ml' ? 0.001 : CUBIC_INCH_L)
}

export function liquidText(volume_l: number, units: Units): string {
  return units === 'feet' ? `${(volume_l / QUART_L).toFixed(1)} qt` : `${volume_l.toFixed(1)} L`
}
