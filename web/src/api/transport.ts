/** The one door to the server: every question and every edit goes through `send`, every download through `link`. */
import createClient from 'openapi-fetch'
import type { paths } from './schema'
import { problemText, type Problem } from './client'

const client = createClient<paths>({ baseUrl: '' })

/** Ask the server: a method, a path of its document, and what goes with it. */
export const send = client.request

/** What the server refuses, in its own words. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problemText(problem))
  }
}

/** Take what was answered, or throw what was refused. */
export async function taken<T>(answer: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  const { data, error } = await answer
  if (data === undefined) throw new Refused(error as Problem)
  return data
}

/** Take what comes, or something else where it was refused; that the server is silent is still thrown. */
export async function orElse<T, E>(answer: Promise<T>, other: E): Promise<T | E> {
  try {
    return await answer
  } catch (error) {
    if (error instanceof Refused) return other
    throw error
  }
}

type Download = Extract<
  keyof paths,
  `${string}.csv` | `${string}.ics` | `${string}.svg` | `${string}/export/${string}` | `/api/attachments/${string}`
>

/** The address of something to save or print. */
export function link(path: Download, places: Record<string, string> = {}, query: Record<string, string> = {}): string {
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(places[name] ?? ''))
  const asked = new URLSearchParams(query).toString()
  return asked ? `${filled}?${asked}` : filled
}
