/** Puts the words of the job's rulebook into the texts of the screens: "{Feeder} to the new {panel}". */
import type { App } from 'vue'
import { useJob } from './job'

/** A capital at the beginning of a name stays one. Until the rulebook has come the name itself is said. */
export function fill(text: string): string {
  const words = useJob().options?.words
  return text.replace(/\{(\w+)\}/g, (_, name: string) => {
    const said = words?.[name.toLowerCase()] ?? name.toLowerCase().replaceAll('_', ' ')
    return name[0] === name[0]?.toLowerCase() ? said : said.charAt(0).toUpperCase() + said.slice(1)
  })
}

declare module 'vue' {
  interface ComponentCustomProperties {
    $fill: typeof fill
  }
}

export const terms = {
  install(app: App): void {
    app.config.globalProperties.$fill = fill
  },
}
