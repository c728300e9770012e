/** Rows that people put things into: maps by key, each thing with its place. */
import { freshTail } from './tree'

type Placed = { order: number }
export type Keyed<T> = T & { key: string }

/** A row in its order, each thing with its key. */
export function inOrder<T extends Placed>(row: Record<string, T> | undefined): Keyed<T>[] {
  return Object.entries(row ?? {})
    .map(([key, one]) => ({ ...one, key }))
    .sort((a, b) => a.order - b.order || (a.key < b.key ? -1 : 1))
}

/** The place of one that is put in behind so many. */
export function placeAt(row: Placed[], at: number): number {
  if (!row.length) return 1
  if (at <= 0) return row[0]!.order - 1
  return at >= row.length ? row.at(-1)!.order + 1 : (row[at - 1]!.order + row[at]!.order) / 2
}

/** A key that nobody else makes up at the same time. */
export function freshKey(row: Placed[]): string {
  return `${row.length + 1}-${freshTail()}`
}

/** What stands in a row, without its key, to be written. */
export function unkeyed<T extends Placed>(one: Keyed<T>): Omit<Keyed<T>, 'key'> {
  const { key, ...bare } = one
  void key
  return bare
}
