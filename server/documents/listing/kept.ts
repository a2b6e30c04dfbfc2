import { oncePerConnection, type Tx } from '../../database/connection'

const versionOf = oncePerConnection((db) => ({
  others: db.$client.prepare('pragma data_version').pluck(),
  own: db.$client.prepare('select total_changes()').pluck(),
}))

/** Something that each connection keeps for as long as nothing in the vault changes, and then makes anew. */
export function keptWhileUnchanged<Kept>(make: () => Kept): (tx: Tx) => Kept {
  const keptOf = oncePerConnection((): { last?: { version: string; kept: Kept } } => ({}))
  return (tx) => {
    const { others, own } = versionOf(tx)
    const version = `${String(others.get())} ${String(own.get())}`
    const keep = keptOf(tx)
    if (keep.last?.version !== version) keep.last = { version, kept: make() }
    return keep.last!.kept
  }
}

/** What a map has under a name; made, and kept in it with no more than so many others, where it has nothing. */
export function keptIn<Name, Thing>(
  things: Map<Name, Thing>,
  name: Name,
  most: number,
  make: () => Thing,
): Thing {
  const known = things.get(name)
  if (known !== undefined) return known
  const made = make()
  if (things.size >= most) things.delete(things.keys().next().value!)
  things.set(name, made)
  return made
}
