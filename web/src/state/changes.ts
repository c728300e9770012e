/** Edits and changes put into what is there: what they do not touch stays the same object, and is not drawn anew. */
import type { Job, Operation, Plan, Schemas } from '../api/client'
import { unescaped } from '../format/pointer'

type Tree = Record<string, unknown>

/** A job with an edit put into it: fields set or taken out; what the screens try out asks for no more. */
export function applied(job: Job, operations: readonly Operation[]): Job {
  return operations.reduce<unknown>(
    (now, one) => put(now, one.path.split('/').slice(1).map(unescaped), one.op === 'remove' ? undefined : one.value),
    job,
  ) as Job
}

function put(there: unknown, path: readonly string[], value: unknown): unknown {
  const [first, ...rest] = path
  if (first === undefined) return value
  if (Array.isArray(there)) {
    const rows = [...there]
    rows[Number(first)] = put(rows[Number(first)], rest, value)
    return rows
  }
  const after: Tree = { ...(there as Tree) }
  if (!rest.length && value === undefined) delete after[first]
  else after[first] = put(after[first], rest, value)
  return after
}

/** A plan, or a job, with the changes that the server told. */
export function withChanges<T extends Plan | Job>(before: T, told: Schemas['Changes']): T {
  const after: Tree = withRows({ ...before, ...told.whole }, told.rows)
  for (const one of told.parts) {
    const { [one.key]: was, ...others } = after[one.kind] as Record<string, Tree | undefined>
    const there = after[one.kind] as Record<string, Tree>
    after[one.kind] = one.gone ? others : { ...there, [one.key]: withRows({ ...was, ...one.fields }, one.rows) }
  }
  for (const [kind, keys] of Object.entries(told.order)) {
    const parts = after[kind] as Tree
    after[kind] = Object.fromEntries(keys.map((key) => [key, parts[key]]))
  }
  return after as T
}

function withRows(there: Tree, rows: Schemas['RowsChange'][]): Tree {
  const spliced = rows.map(({ kind, at, gone, put }) => {
    const was = there[kind] as unknown[]
    return [kind, [...was.slice(0, at), ...put, ...was.slice(at + gone)]]
  })
  return { ...there, ...(Object.fromEntries(spliced) as Tree) }
}
