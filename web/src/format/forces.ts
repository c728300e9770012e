/** Forces and small volumes between metric and what a person types and reads. */
import { INCH3_L, POUND_N, parseMeasure, withUnit, type Units } from './quantities'

const POUND_PER_FOOT_N_M = 14.593903
const QUART_L = 0.94635295

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
  return parseMeasure(named(text, units === 'feet' ? 'lbf' : 'N'), 'force') || null
}

/** A bare number is in the unit that is shown. */
function named(text: string, unit: string): string {
  return /[^\d\s.,]/.test(text) ? text : `${text} ${unit}`
}

export function volumeText(volume_l: number, units: Units): string {
  return units === 'feet'
    ? `${Number((volume_l / INCH3_L).toFixed(1))} in³`
    : `${Number((volume_l * 1000).toFixed(0))} mL`
}

/** "32 in3", "500 mL", "0.5 L" or a bare number in the shown unit, to litres; null if it is no volume. */
export function parseVolume(text: string, units: Units): number | null {
  return parseMeasure(named(text, units === 'feet' ? 'in3' : 'mL'), 'volume') || null
}

export function liquidText(volume_l: number, units: Units): string {
  return units === 'feet' ? `${(volume_l / QUART_L).toFixed(1)} qt` : `${volume_l.toFixed(1)} L`
}
