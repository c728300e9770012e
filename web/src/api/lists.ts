/** Lists that the server keeps for everybody: asked once, and again when something was changed in them. */
import { send, taken } from './transport'
import type { Choice, Options, StartItem } from './client'
import { queries } from './queries'

/** The rulebooks there are, the usual one first. */
export async function rulebooks(): Promise<Choice[]> {
  const queryFn = () => taken(send('get', '/api/rulebooks'))
  return (await queries.fetchQuery({ queryKey: ['rulebooks'], queryFn })).rulebooks
}

/** What a rulebook lets a person choose from. */
export function rulebook(name: string): Promise<Options> {
  const queryFn = () => taken(send('get', '/api/rulebooks/{name}', { params: { path: { name } } }))
  return queries.fetchQuery({ queryKey: ['rulebook', name], queryFn })
}

/** The guided starts, in the words of a rulebook. */
export async function starts(name: string): Promise<StartItem[]> {
  const params = { query: name ? { rulebook: name } : {} }
  const queryFn = () => taken(send('get', '/api/starts', { params }))
  const found = await queries.fetchQuery({ queryKey: ['starts', name], queryFn })
  return found.starts as StartItem[] // the client's types make lists of its pairs
}
