import { is, Param, Placeholder, type Query } from 'drizzle-orm'
import type { Db } from './connection'

type Values = Record<string, unknown>

/**
 * A statement that writes, prepared for being run ten thousand times over: how each of its values goes into the
 * database is looked up once, not with every run.
 * @param query with a placeholder for each value
 * @throws (its `run`) Error where a value is not given
 */
export function forManyRuns(db: Db, query: { toSQL(): Query }): { run(values: Values): void } {
  const { sql, params } = query.toSQL()
  const statement = db.$client.prepare(sql)
  const bound = params.map(binding)
  return { run: (values) => void statement.run(bound.map((valueFrom) => valueFrom(values))) }
}

/** How one parameter's value is had from the values that are given. */
function binding(param: unknown): (values: Values) => unknown {
  if (is(param, Placeholder)) return (values) => given(values, param.name)
  if (!is(param, Param) || !is(param.value, Placeholder)) return () => param
  const { encoder, value } = param
  return (values) => encoder.mapToDriverValue(given(values, (value as Placeholder).name))
}

function given(values: Values, name: string): unknown {
  if (!(name in values)) throw new Error(`No value for “${name}” was given`)
  return values[name]
}
