import type { Db } from '../../../database/connection'
import { highestRow, sharedNumbers } from './moves'

/** Kinds of documents: those of one kind stand in one place and carry one label. A million are of some thousands. */
export interface Kinds {
  /** By kind. */
  places: Int32Array
  /** By kind, each label by where it stands among the names. */
  labels: Int32Array
  /** The first stands for no label. */
  labelNames: (string | null)[]
}

/** The kind of each row, kind after kind along their index. */
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

/** Kinds that grow by those that documents come to be of. */
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

  /** The kind of what stands in a place with a label. */
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
