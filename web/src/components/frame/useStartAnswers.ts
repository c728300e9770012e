/** What is answered to a guided start: as typed, as read, and what is wrong with it. */
import { computed, reactive, ref, type Ref } from 'vue'
import type { StartItem } from '../../api/client'
import {
  Misread,
  areaText,
  lengthText,
  parseArea,
  parseLength,
  parseMeasure,
  parsePower,
  powerText,
} from '../../format/quantities'

export function useStartAnswers(units: Ref<'feet' | 'metres'>) {
  const typed = reactive<Record<string, string>>({})
  const tried = ref(false)
  const examples = computed<Record<string, string>>(() => ({
    length: units.value === 'feet' ? 'A length, for example 120 ft' : 'A length, for example 36 m',
    amperes: 'Amperes, for example 60',
    power: 'A power, for example 12 kW',
    area: units.value === 'feet' ? 'An area, for example 1850 sq ft' : 'An area, for example 170 m²',
    kva: 'kVA, for example 14',
    height: units.value === 'feet' ? 'A height, for example 3500 ft' : 'A height, for example 1100 m',
    count: 'A whole number, for example 2',
    text: 'A name, so that you find it again',
  }))

  function parsed(kind: string, text: string): string | number | null {
    if (kind === 'text' || kind === 'choice' || kind === 'metal') return text.trim() || null
    if (kind === 'length') return parseLength(text, units.value)
    if (kind === 'height') return parseLength(text, units.value) ?? (/^0+$/.test(text.trim()) ? 0 : null)
    if (kind === 'area') return parseArea(text, units.value)
    if (kind === 'power') return parsePower(text)
    if (kind === 'count') return /^\d+$/.test(text.trim()) ? Number(text) : null
    return parseMeasure(text, kind === 'kva' ? 'kva' : kind === 'amperes' ? 'amperes' : 'plain')
  }

  /** A load is known in amperes or in kilowatts; the server turns the one into the other. */
  const asPower = (ask: StartItem['asks'][number], text: string): number | null => {
    if (!ask.power || !/[a-z]/i.test(text) || /^[\d.,\s]*(a|amps?|amperes?|ma|ka)$/i.test(text.trim())) return null
    return parsePower(text)
  }

  /** What is read, or why it cannot be. */
  function readAs(kind: string, text: string): { value: string | number | null; why: string } {
    try {
      return { value: parsed(kind, text), why: examples.value[kind] ?? 'This cannot be read' }
    } catch (error) {
      if (error instanceof Misread) return { value: null, why: `${error.message}.` }
      throw error
    }
  }

  /** What was understood, beside what is typed. */
  function meaning(ask: StartItem['asks'][number]): string {
    const text = typed[ask.field]?.trim() ?? ''
    const power = asPower(ask, text)
    if (power !== null) return powerText(power) === text ? '' : `= ${powerText(power)}`
    const { value } = readAs(ask.kind, text)
    if (typeof value !== 'number' || ask.kind === 'count') return ''
    const said =
      ask.kind === 'length' || ask.kind === 'height'
        ? lengthText(value, units.value)
        : ask.kind === 'area'
          ? areaText(value, units.value)
          : ask.kind === 'power'
            ? powerText(value)
            : ask.kind === 'kva'
              ? `${value} kVA`
              : `${value} A`
    return said === text ? '' : `= ${said}`
  }

  function wrong(ask: StartItem['asks'][number]): string {
    const text = typed[ask.field]?.trim() ?? ''
    if (!text) return tried.value && ask.required ? (examples.value[ask.kind] ?? 'An answer is needed') : ''
    if (asPower(ask, text) !== null) return ''
    const { value, why } = readAs(ask.kind, text)
    return tried.value && value === null ? why : ''
  }

  function forget(): void {
    tried.value = false
    for (const key of Object.keys(typed)) delete typed[key]
  }

  return { typed, tried, parsed, asPower, meaning, wrong, forget }
}
