/** Says the shared phrases of the screens in the words of the job's rulebook; never words that people typed. */
import type { App } from 'vue'
import type { Options } from '../api/client'
import { useJob } from '../state/job'

type Phrases = Options['phrases']
const sayers = new Map<Phrases, (text: string) => string>()

function escaped(phrase: string): string {
  const bare = phrase.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  return `${/^\w/.test(phrase) ? '\\b' : ''}${bare}${/\w$/.test(phrase) ? '\\b' : ''}`
}

/** Longer phrases win over shorter ones in them; a capital at the beginning stays one. */
function sayer(phrases: Phrases): (text: string) => string {
  const instead = new Map(phrases.map((one) => [one.phrase.toLowerCase(), one.said]))
  const longest = phrases.map((one) => one.phrase).sort((a, b) => b.length - a.length)
  const pattern = new RegExp(longest.map(escaped).join('|'), 'gi')
  return (text) =>
    text.replace(pattern, (found) => {
      const other = instead.get(found.toLowerCase()) ?? found
      return found[0] === found[0]?.toLowerCase() ? other : other.charAt(0).toUpperCase() + other.slice(1)
    })
}

export function say(text: string): string {
  const phrases = useJob().options?.phrases
  if (!phrases?.length) return text
  const known = sayers.get(phrases) ?? sayer(phrases)
  sayers.set(phrases, known)
  return known(text)
}

declare module 'vue' {
  interface ComponentCustomProperties {
    $say: typeof say
  }
}

export const words = {
  install(app: App): void {
    app.config.globalProperties.$say = say
  },
}
