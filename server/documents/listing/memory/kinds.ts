import type { Db } from '../../../database/connection'
import { highestRow, sharedNumbers } from './moves'

/** Documents of one kind stand in one place and carry one label. A million documents have some thousand kinds. */
export interface Kinds {
  /** The place of each kind. */
  places: Int32Array
  /** The label of each kind, as an index into `labelNames`. */
  labels: Int32Array
  /** The first entry means no label. */
  labelNames: (string | null)[]
}

/** Reads all kinds, and the kind of each row. */
export function readKinds(db: Db): { known: Kinds; kindOf: Int32Array } {
  const { $client } = db
  const pairs = $client.prepare(`select place, nullif(revision, '') from label_tallies`).raw().all() as [
    place: number,
    label: string | null,
  ][]
  const labelNames = [null, ...new Set(pairs.flatMap(([, label]) => label ?? []))]
  const codeOf = new Map(labelNames.map((label, code) => [label, code]))
  const known = { places: sharedNumbers(pairs.length), labels: sharedNumbers(pairs.length), labelNames }
  const kindOf = new Int32Array(highestRow(db) + 1)
  const rows = $client.prepare('select rowid from documents where revision is ? and place = ?').pluck()
  for (const [kind, [place, label]] of pairs.entries()) {
    known.places[kind] = place
    known.labels[kind] = codeOf.get(label)!
    for (const row of rows.iterate(label, place) as IterableIterator<number>) kindOf[row] = kind
  }
  return { known, kindOf }
}

/** Adds new kinds as documents move. */
export class GrowingKinds {
  private readonly places: number[]
  private readonly labels: number[]
  private readonly labelNames: (string | null)[]
  private readonly kindOf: Map<string, number>

  constructor({ places, labels, labelNames }: Kinds) {
    this.places = [...places]
    this.labels = [...labels]
    this.labelNames = [...labelNames]
    this.kindOf = new Map(this.places.map((place, kind) => [`${place} ${labels[kind]}`, kind]))
  }

  /** Returns the kind of a place and a label. A new kind is added. */
  of(place: number, label: string | null): number {
    const code = this.labelNames.includes(label)
      ? this.labelNames.indexOf(label)
      : this.labelNames.push(label) - 1
    const name = `${place} ${code}`
    const known = this.kindOf.get(name)
    if (known !== undefined) return known
    this.kindOf.set(name, this.places.push(place) - 1)
    this.labels.push(code)
    return this.places.length - 1
  }

  known(): Kinds {
    const { places, labels, labelNames } = this
    return { places: Int32Array.from(places), labels: Int32Array.from(labels), labelNames }
  }
}
