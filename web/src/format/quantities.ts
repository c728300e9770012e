/** Lengths, depths and temperatures between metres, °C and what a person types and reads. */
export type Units = 'feet' | 'metres'

export const FOOT_M = 0.3048
export const INCH_M = 0.0254
export const POUND_N = 4.4482216
export const INCH3_L = 0.016387064
const METRES: Record<string, number> = {
  ft: FOOT_M,
  foot: FOOT_M,
  feet: FOOT_M,
  "'": FOOT_M,
  '′': FOOT_M,
  in: INCH_M,
  inch: INCH_M,
  inches: INCH_M,
  '"': INCH_M,
  '″': INCH_M,
  m: 1,
  metre: 1,
  metres: 1,
  meter: 1,
  meters: 1,
  cm: 0.01,
  mm: 0.001,
  yd: 0.9144,
}

/** What was typed is a figure, but not one that can be meant here: the message says why. */
export class Misread extends Error {}

/** Figures with the marks of any country: "1,200" and "1 200" are twelve hundred, "12,5" is twelve and a half. */
export function plainFigures(text: string): string {
  return text.trim().replace(/\d[\d.,]*(?:[ \u00a0\u2009\u202f]\d{3}(?!\d)[\d.,]*)*/g, (figure) => {
    const close = figure.replace(/[ \u00a0\u2009\u202f]/g, '')
    const [comma, dot] = [close.lastIndexOf(','), close.lastIndexOf('.')]
    if (comma >= 0 && dot >= 0) {
      // whichever comes last is the decimal mark
      const [thousands, decimal] = comma > dot ? ['.', ','] : [',', '.']
      return close.split(thousands).join('').replace(decimal, '.')
    }
    if (/^[1-9]\d{0,2}(,\d{3})+$/.test(close) || /^[1-9]\d{0,2}(\.\d{3}){2,}$/.test(close))
      return close.replace(/[.,]/g, '')
    return close.replace(',', '.')
  })
}

interface Measure {
  units: Record<string, number>
  wanted: string
}
const MEASURES = {
  amperes: { units: { a: 1, amp: 1, amps: 1, ampere: 1, amperes: 1, ma: 0.001, ka: 1000 }, wanted: 'amperes' },
  power: { units: { w: 1, watt: 1, watts: 1, va: 1, k: 1000, kw: 1000, kva: 1000 }, wanted: 'a power in W, kW or kVA' },
  kva: { units: { kva: 1, kw: 1, k: 1, va: 0.001, w: 0.001 }, wanted: 'a rating in kVA' },
  volts: { units: { v: 1, volt: 1, volts: 1, kv: 1000 }, wanted: 'volts' },
  ohms: { units: { Ω: 1, ohm: 1, ohms: 1, mΩ: 0.001, kΩ: 1000 }, wanted: 'ohms' },
  ohm_metres: { units: { Ωm: 1, 'Ω·m': 1, 'ohm m': 1 }, wanted: 'ohm metres' },
  percent: { units: { '%': 1, percent: 1 }, wanted: 'percent' },
  horsepower: { units: { hp: 1, horsepower: 1 }, wanted: 'horsepower, as on the plate' },
  degrees: { units: { '°': 1, deg: 1, degree: 1, degrees: 1 }, wanted: 'degrees' },
  force: { units: { n: 1, kn: 1000, lbf: POUND_N, lb: POUND_N, pound: POUND_N, pounds: POUND_N }, wanted: 'a force' },
  volume: {
    units: { l: 1, ml: 0.001, in3: INCH3_L, 'in³': INCH3_L, 'cu in': INCH3_L, 'cu. in': INCH3_L },
    wanted: 'a volume',
  },
  plain: { units: {}, wanted: 'a number without a unit' },
} satisfies Record<string, Measure>
export type MeasureName = keyof typeof MEASURES

/** A figure with its unit, in the unit wanted. Null if it is none; a unit of something else is refused in words. */
export function parseMeasure(text: string, name: MeasureName): number | null {
  const { units, wanted }: Measure = MEASURES[name]
  const match = /^(\d+(?:\.\d+)?)\s*([^\d\s].*)?$/.exec(plainFigures(text))
  if (!match) return null
  const unit = match[2]?.trim()
  if (!unit) return Number(match[1])
  const known = Object.entries(units).find(
    ([one]) => one.toLowerCase() === unit.replaceAll('\u2126', 'Ω').toLowerCase(),
  )
  if (!known)
    throw new Misread(
      `“${unit}” does not fit: ${wanted} ${wanted.endsWith('s') && name !== 'horsepower' ? 'are' : 'is'} wanted`,
    )
  return Number((Number(match[1]) * known[1]).toPrecision(12))
}

/** Bends, also as so many times an angle: "2x90" is 180. */
export function parseDegrees(text: string): number | null {
  const times = /^(\d+)\s*[x×*]\s*(.+)$/i.exec(text.trim())
  const each = parseMeasure(times ? times[2]! : text, 'degrees')
  return each === null ? null : times ? Number(times[1]) * each : each
}

function plain(value: number, decimals: number): string {
  return String(Number(value.toFixed(decimals)))
}

export function lengthText(length_m: number, units: Units): string {
  if (length_m < 0) return `−${lengthText(-length_m, units)}`
  return units === 'feet'
    ? `${plain(length_m / FOOT_M, length_m < 3 ? 1 : 0)} ft`
    : `${plain(length_m, length_m < 10 ? 1 : 0)} m`
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
  const match = /^(\d+(?:\.\d+)?)\s*°?\s*([cfk]?)$/i.exec(plainFigures(text))
  if (!match) return null
  const unit = match[2]?.toLowerCase() || (units === 'feet' ? 'f' : 'c')
  return Number(match[1]) / (unit === 'f' ? 1.8 : 1)
}

/** "60ft", "18 m", "12' 6\"" or a bare number in the shown unit, to metres; null if it is no length. */
export function parseLength(text: string, units: Units): number | null {
  const wanted = plainFigures(text).toLowerCase()
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
  const match = /^(-?\d+(?:\.\d+)?)\s*°?\s*([cf]?)$/i.exec(plainFigures(text).replace('−', '-'))
  if (!match) return null
  const unit = match[2]?.toLowerCase() || (units === 'feet' ? 'f' : 'c')
  return unit === 'f' ? (Number(match[1]) - 32) / 1.8 : Number(match[1])
}

/** A length that may go either way: to the left, down, and what is spare, are below zero. */
export function parseWay(text: string, units: Units): number | null {
  const back = /^\s*[-−]/.test(text)
  const length = /^\s*[-−]?\s*0+\s*\D*$/.test(text) ? 0 : parseLength(text.replace(/^\s*[-−]/, ''), units)
  return length === null ? null : back ? -length : length
}

export function wayText(way_m: number, units: Units): string {
  return way_m === 0 ? '0' : `${way_m < 0 ? '−' : ''}${lengthText(Math.abs(way_m), units)}`
}

export function volumeText(volume_l: number, units: Units): string {
  return units === 'feet' ? `${plain(volume_l / INCH3_L, 1)} cu in` : `${plain(volume_l, 3)} L`
}

/** "30.3 cu in", "500 mL", "0.5 L", or a bare figure in the units of the job, to litres; null if it is no volume. */
export function parseVolume(text: string, units: Units): number | null {
  const volume = parseMeasure(text, 'volume')
  return volume !== null && units === 'feet' && /^[\d\s.,]+$/.test(text) ? volume * INCH3_L : volume
}

const FOOT2_M2 = FOOT_M * FOOT_M

export function areaText(area_m2: number, units: Units): string {
  return units === 'feet' ? `${plain(area_m2 / FOOT2_M2, 0)} sq ft` : `${plain(area_m2, 0)} m²`
}

/** "1850", "1850 sq ft", "170 m2" to square metres; null if it is no area. */
export function parseArea(text: string, units: Units): number | null {
  const match = /^(\d+(?:\.\d+)?)\s*(m2|m²|sqm|sq\.? ?m|ft2|ft²|sq\.? ?ft|sf)?$/i.exec(plainFigures(text))
  if (!match) return null
  const metric = match[2] ? match[2].toLowerCase().includes('m') : units === 'metres'
  return Number(match[1]) * (metric ? 1 : FOOT2_M2)
}

export function powerText(power_va: number): string {
  return power_va >= 1000 ? `${plain(power_va / 1000, 2)} kW` : `${plain(power_va, 0)} W`
}

/** "12 kW", "4,500 W", "1.2kVA" to volt-amperes; a bare number is watts. Null if it is no power. */
export function parsePower(text: string): number | null {
  return parseMeasure(text, 'power')
}

/** "5 hp": a motor, by its horsepower; null if it is not said so. */
export function parseHorsepower(text: string): number | null {
  return /hp|horsepower/i.test(text) ? parseMeasure(text, 'horsepower') : null
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

/** A figure as it was read, so that what is shown again is what was typed. */
export const asRead = (value: number): string => String(Number(value.toPrecision(7)))

export function lengthAsRead(length_m: number, units: Units): string {
  return units === 'feet' ? `${asRead(length_m / FOOT_M)} ft` : `${asRead(length_m)} m`
}

export function ohms(value: number): string {
  return `${Number(value.toPrecision(2))} Ω`
}

/** A round length to begin with, in the units of the job: so many feet, or so many metres. [m] */
export const roundLength = (feet: number, metres: number, units: string): number =>
  units === 'feet' ? feet * FOOT_M : metres
