/** Lengths, depths and temperatures between metres, °C and what a person types and reads. */
export type Units = 'feet' | 'metres'

const FOOT_M = 0.3048
const INCH_M = 0.0254
const METRES: Record<string, number> = {
  ft: FOOT_M, foot: FOOT_M, feet: FOOT_M, "'": FOOT_M, '′': FOOT_M,
  in: INCH_M, inch: INCH_M, inches: INCH_M, '"': INCH_M, '″': INCH_M,
  m: 1, metre: 1, metres: 1, meter: 1, meters: 1, cm: 0.01, mm: 0.001, yd: 0.9144,
}

function plain(value: number, decimals: number): string {
  return String(Number(value.toFixed(decimals)))
}

export function lengthText(length_m: number, units: Units): string {
  if (length_m < 0) return `−${lengthText(-length_m, units)}`
  return units === 'feet' ? `${plain(length_m / FOOT_M, length_m < 3 ? 1 : 0)} ft` : `${plain(length_m, length_m < 10 ? 1 : 0)} m`
}

export function depthText(depth_m: number, units: Units): string {
  return units === 'feet' ? `${plain(depth_m / INCH_M, 0)} in` : `${plain(depth_m, 2)} m`
}

export function temperatureText(celsius: number, units: Units): string {
  return units === 'feet' ? `${plain(celsius * 1.8 + 32, 0)} °F` : `${plain(celsius, 0)} °C`
}

/** A difference of temperatures. */
export function swingText(kelvin: number, units: Units): string {
  return units === 'feet' ? `${plain(kelvin * 1.8, 0)} °F` : `${plain(kelvin, 0)} °C`
}

/** "100 F", "55 K" or a bare number in the shown unit, as a difference in K; null if it is none. */
export function parseSwing(text: string, units: Units): number | null {
  const match = /^(\d+(?:\.\d+)?)\s*°?\s*([cfk]?)$/i.exec(text.trim().replace(',', '.'))
  if (!match) return null
  const unit = match[2]?.toLowerCase() || (units === 'feet' ? 'f' : 'c')
  return Number(match[1]) / (unit === 'f' ? 1.8 : 1)
}

/** "60ft", "18 m", "12' 6\"" or a bare number in the shown unit, to metres; null if it is no length. */
export function parseLength(text: string, units: Units): number | null {
  const wanted = text.trim().toLowerCase().replace(',', '.')
  if (/^\d+(\.\d+)?$/.test(wanted)) return Number(wanted) * (units === 'feet' ? FOOT_M : 1)
  const parts = [...wanted.matchAll(/(\d+(?:\.\d+)?)\s*([a-z'"′″]+)\s*/g)]
  if (!parts.length || parts.map((part) => part[0]).join('') !== wanted) return null
  let length_m = 0
  for (const part of parts) {
    const unit = METRES[part[2] ?? '']
    if (unit === undefined) return null
    length_m += Number(part[1]) * unit
  }
  return length_m
}

/** "86", "86F", "30 C" to °C; null if it is no temperature. */
export function parseTemperature(text: string, units: Units): number | null {
  const match = /^(-?\d+(?:\.\d+)?)\s*°?\s*([cf]?)$/i.exec(text.trim().replace(',', '.').replace('−', '-'))
  if (!match) return null
  const unit = match[2]?.toLowerCase() || (units === 'feet' ? 'f' : 'c')
  return unit === 'f' ? (Number(match[1]) - 32) / 1.8 : Number(match[1])
}

/** "12", "12.5 A" to a number above zero; null if it is none. */
export function parseNumber(text: string): number | null {
  const match = /^(\d+(?:\.\d+)?)\s*[a-z%°Ω]*$/i.exec(text.trim().replace(',', '.'))
  return match ? Number(match[1]) : null
}

const FOOT2_M2 = FOOT_M * FOOT_M

export function areaText(area_m2: number, units: Units): string {
  return units === 'feet' ? `${plain(area_m2 / FOOT2_M2, 0)} sq ft` : `${plain(area_m2, 0)} m²`
}

/** "1850", "1850 sq ft", "170 m2" to square metres; null if it is no area. */
export function parseArea(text: string, units: Units): number | null {
  const match = /^(\d+(?:\.\d+)?)\s*(m2|m²|sqm|sq\.? ?m|ft2|ft²|sq\.? ?ft|sf)?$/i.exec(text.trim().replace(/,(?=\d{3}\b)/, '').replace(',', '.'))
  if (!match) return null
  const metric = match[2] ? match[2].toLowerCase().includes('m') : units === 'metres'
  return Number(match[1]) * (metric ? 1 : FOOT2_M2)
}

export function powerText(power_va: number): string {
  return power_va >= 1000 ? `${plain(power_va / 1000, 2)} kW` : `${plain(power_va, 0)} W`
}

/** "12 kW", "4500", "1.2kVA", "900 W" to volt-amperes; a bare number is watts. Null if it is no power. */
export function parsePower(text: string): number | null {
  const match = /^(\d+(?:\.\d+)?)\s*(k?)\s*(w|va)?$/i.exec(text.trim().replace(',', '.'))
  return match ? Number(match[1]) * (match[2] ? 1000 : 1) : null
}

/** A rise may go down: "-6 ft". */
export function parseRise(text: string, units: Units): number | null {
  const down = /^\s*[-−]/.test(text)
  const length_m = parseLength(text.replace(/^\s*[-−+]/, ''), units)
  return length_m === null ? null : down ? -length_m : length_m
}

export function money(value: number): string {
  return plain(value, 0)
}

export function amperes(value: number): string {
  return `${plain(value, 0)} A`
}

export function percent(value: number): string {
  return `${value.toFixed(1)} %`
}

export function volts(value: number): string {
  return `${value.toFixed(1)} V`
}

/** A figure with as many decimals as its unit deserves. */
export function figure(value: number, unit: string): string {
  if (unit === 'Ω' || unit === 'mm²') return String(Number(value.toPrecision(value < 1 ? 2 : 3)))
  return unit === '%' ? value.toFixed(1) : plain(value, 0)
}

/** A figure with its unit; a degree sign stands close. */
export function withUnit(value: number, unit: string): string {
  return `${figure(value, unit)}${unit === '°' ? '' : ' '}${unit}`
}

export function ohms(value: number): string {
  return `${Number(value.toPrecision(2))} Ω`
}
