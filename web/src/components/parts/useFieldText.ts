/** A field's value as text: shown, read from what is typed, and what to say where it cannot be read. */
import type { Field } from '../../state/fields'
import { useJob } from '../../state/job'
import {
  amperes,
  areaText,
  depthText,
  lengthText,
  parseArea,
  parseHorsepower,
  parseLength,
  parseMeasure,
  parsePower,
  parseTemperature,
  percent,
  parseVolume,
  parseWay,
  powerText,
  temperatureText,
  volumeText,
  wayText,
} from '../../format/quantities'

export function useFieldText(props: { at: string; values: Record<string, unknown> }) {
  const store = useJob()

  function shown(field: Field): string {
    const value = props.values[field.field]
    if (value === null || value === undefined) return ''
    if (field.type === 'powers') return (value as number[]).map(powerText).join(', ')
    if (field.type === 'slots') return (value as number[]).join(', ')
    return typeof value === 'number' ? shownAs(field, value) : String(value)
  }

  function shownAs(field: Field, value: number): string {
    switch (field.type) {
      case 'length':
        return lengthText(value, store.units)
      case 'depth':
        return depthText(value, store.units)
      case 'way':
        return wayText(value, store.units)
      case 'litres':
        return volumeText(value, store.units)
      case 'milliamperes':
        return `${value} mA`
      case 'area':
        return areaText(value, store.units)
      case 'amperes':
        return amperes(value)
      case 'power':
        return powerText(value)
      case 'percent':
        return field.field === 'impedance_percent' ? `${value} %` : percent(value)
      case 'temperature':
        return temperatureText(value, store.units)
      case 'kva':
        return `${value} kVA`
      case 'volts':
        return `${value} V`
      case 'ohms':
        return `${value} Ω`
      case 'horsepower':
        return `${value} hp`
      default:
        return String(value)
    }
  }

  function parse(field: Field, text: string): unknown {
    switch (field.type) {
      case 'depth':
      case 'length':
        return parseLength(text, store.units) ?? (/^0+$/.test(text.trim()) ? 0 : null)
      case 'area':
        return parseArea(text, store.units)
      case 'power':
        return isMotorPower(field, text) ? { horsepower: parseHorsepower(text) } : parsePower(text)
      case 'temperature':
        return parseTemperature(text, store.units)
      case 'count':
        return /^\d+$/.test(text.trim()) ? Number(text.trim()) : null
      case 'text':
        return text.trim()
      case 'slots':
        return slotsIn(text)
      case 'way':
        return parseWay(text, store.units)
      case 'litres':
        return parseVolume(text, store.units)
      case 'powers': {
        const steps = text.split(/[,;+]/).map((one) => parsePower(one))
        return steps.some((step) => step === null) ? null : steps
      }
      case 'amperes':
      case 'kva':
      case 'volts':
      case 'ohms':
      case 'percent':
      case 'horsepower':
        return parseMeasure(text, field.type)
      default:
        return parseMeasure(text, 'plain')
    }
  }

  /** Numbers of slots, with commas, blanks or words between. */
  function slotsIn(text: string): number[] | null {
    const found = text
      .split(/[\s,;+and]+/)
      .filter(Boolean)
      .map(Number)
    return found.every((slot) => Number.isInteger(slot) && slot > 0) ? found : null
  }

  /** "5 hp" in the box for a load's nameplate makes it a motor: its current then comes from the code's own table. */
  function isMotorPower(field: Field, text: string): boolean {
    return props.at.startsWith('/loads/') && field.field === 'power_va' && parseHorsepower(text) !== null
  }

  /** What was read, as it will stand. */
  function understood(field: Field, value: unknown): string {
    if (field.type === 'powers') return (value as number[]).map(powerText).join(', ')
    if (field.type === 'slots') return (value as number[]).join(', ')
    if (typeof value === 'object' && value !== null && 'horsepower' in value)
      return `a motor of ${String(value.horsepower)} hp`
    return typeof value === 'number' ? shownAs(field, value) : String(value)
  }

  const WRONG: Partial<Record<Field['type'], string>> = {
    length: 'A length, for example 60 ft or 18 m',
    area: 'An area, for example 1850 sq ft',
    power: 'A power, for example 4.5 kW',
    count: 'A whole number',
    temperature: 'A temperature, for example 86 F',
    powers: 'Powers with commas, for example 1 kW, 2 kW',
    text: 'A word',
    slots: 'Numbers with commas, for example 5, 7',
    way: 'A length, below zero the other way, for example 4 ft or -0.5 m',
    litres: 'A volume, for example 30.3 cu in or 0.5 L',
    milliamperes: 'Milliamperes, for example 30',
  }
  const wrong = (field: Field): string => WRONG[field.type] ?? 'A number'

  return { shown, parse, understood, wrong }
}
