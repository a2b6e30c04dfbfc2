import { latin1 } from '../characters'
import type { Source } from '../source'
import { tableRows } from './table-stream'
import { unpacked } from './unpack'
import { type PdfDictionary, PdfFault, type PdfObject, PdfScan } from './objects'

/** Where an object stands: at an offset, or in a stream of objects. */
type Place = { at: number } | { within: number; index: number }

const most = {
  tables: 1000,
  objects: 2_000_000,
  known: 2000,
  window: 1 << 16,
  object: 1 << 22,
  stream: 64 << 20,
}

/** A PDF file whose objects are read when they are asked for. */
export class PdfFile {
  readonly trailer: PdfDictionary = { kind: 'dictionary', entries: new Map() }
  /** The table of objects was damaged, and made again from the objects themselves. */
  isRebuilt = false
  /** Where the newest table stands, and whether it is a stream. */
  table = { at: 0, isStream: false }
  /** Where objects stand, by their numbers. */
  readonly places = new Map<number, Place>()
  private readonly streams = new Map<number, PdfObject[]>()
  private readonly known = new Map<number, PdfObject>()

  /** @throws PdfFault where it holds no objects. */
  constructor(private readonly source: Source) {
    try {
      this.readTables()
    } catch (error) {
      if (!(error instanceof PdfFault)) throw error
      this.trailer.entries.clear()
    }
    // Of what is encrypted, no stream can be read here.
    if (this.trailer.entries.has('Encrypt')) return
    const isSound = () => this.dictionary(this.trailer.entries.get('Root')) !== undefined
    if (!this.attempt(isSound)) this.rebuild()
    if (!this.attempt(isSound)) throw new PdfFault('it has no catalogue of its pages')
  }

  private attempt(isSound: () => boolean): boolean {
    try {
      return isSound()
    } catch (error) {
      if (error instanceof PdfFault) return false
      throw error
    }
  }

  /** An object, followed where it is a reference. */
  resolve(object: PdfObject | undefined, hops = 0): PdfObject {
    if (object === undefined) return null
    if (typeof object !== 'object' || object === null || Array.isArray(object) || object.kind !== 'reference')
      return object
    if (hops > 16) throw new PdfFault('its references go round in a circle')
    return this.resolve(this.objectNumbered(object.id), hops + 1)
  }

  dictionary(object: PdfObject | undefined): PdfDictionary | undefined {
    const found = this.resolve(object)
    return found !== null && typeof found === 'object' && !Array.isArray(found) && found.kind === 'dictionary'
      ? found
      : undefined
  }

  /** What a stream holds, unpacked; undefined where it is packed in a way that is not read. */
  stream(object: PdfObject | undefined): Uint8Array | undefined {
    if (object === null || typeof object !== 'object' || Array.isArray(object) || object.kind !== 'reference')
      return undefined
    const place = this.places.get(object.id)
    return place && 'at' in place ? this.streamAt(place.at)?.bytes : undefined
  }

  /** Objects are asked for again and again: fonts with every text. */
  private objectNumbered(id: number): PdfObject {
    const known = this.known.get(id)
    if (known !== undefined) return known
    const place = this.places.get(id)
    if (!place) return null
    const object =
      'at' in place
        ? this.indirect(place.at, id).object
        : (this.objectsWithin(place.within)[place.index] ?? null)
    if (this.known.size < most.known) this.known.set(id, object)
    return object
  }

  private indirect(at: number, id?: number): { object: PdfObject; end: number } {
    for (let size = most.window; ; size *= 4) {
      const bytes = this.source.read(at, at + size).slice()
      const scan = new PdfScan(bytes)
      try {
        const found = scan.object()
        const generation = scan.object()
        if (typeof found !== 'number' || typeof generation !== 'number' || !scan.takes('obj'))
          throw new PdfFault(`at byte ${at} stands no object`)
        if (id !== undefined && found !== id) throw new PdfFault(`at byte ${at} stands another object`)
        return { object: scan.object(), end: at + scan.at }
      } catch (error) {
        const isCut = error instanceof PdfFault && bytes.length === size && size < most.object
        if (!isCut) throw error
      }
    }
  }

  private streamAt(at: number): { dictionary: PdfDictionary; bytes: Uint8Array | undefined } | undefined {
    const { object, end } = this.indirect(at)
    const dictionary = this.dictionary(object)
    if (!dictionary) return undefined
    const scan = new PdfScan(this.source.read(end, end + 64).slice())
    if (!scan.takes('stream')) return undefined
    let from = end + scan.at
    const [first, second] = this.source.read(from, from + 2)
    from += first === 13 && second === 10 ? 2 : first === 10 || first === 13 ? 1 : 0
    const length = this.resolve(dictionary.entries.get('Length'))
    if (typeof length !== 'number' || length < 0 || from + length > this.source.size)
      throw new PdfFault(`the stream at byte ${at} is not as long as it says`)
    if (length > most.stream)
      throw new PdfFault(`the stream at byte ${at} has more than ${most.stream >> 20} MB`)
    return { dictionary, bytes: unpacked(this.source.read(from, from + length).slice(), dictionary, this) }
  }

  private objectsWithin(id: number): PdfObject[] {
    const known = this.streams.get(id)
    if (known) return known
    const place = this.places.get(id)
    const stream = place && 'at' in place ? this.streamAt(place.at) : undefined
    const [count, first] = ['N', 'First'].map((name) => Number(stream?.dictionary.entries.get(name) ?? 0))
    if (!stream?.bytes || !(count! >= 0 && count! < most.objects))
      throw new PdfFault('a stream of objects is damaged')
    const scan = new PdfScan(stream.bytes)
    const offsets: number[] = []
    for (let index = 0; index < count!; index++) {
      scan.object()
      offsets.push(Number(scan.object()))
    }
    const objects = offsets.map((offset) => new PdfScan(stream.bytes!, first! + offset).object())
    this.streams.set(id, objects)
    return objects
  }

  /** The tables of objects, the newest first: what they say is not said again by older ones. */
  private readTables(): void {
    const tail = latin1(this.source.read(Math.max(0, this.source.size - 2048), this.source.size))
    const found = [...tail.matchAll(/startxref\s+(\d+)/g)].at(-1)
    if (!found) throw new PdfFault('its table of objects is missing: the file may be cut off')
    const open = [Number(found[1])]
    this.table = {
      at: open[0]!,
      isStream: !/^\s*xref/.test(latin1(this.source.read(open[0]!, open[0]! + 16))),
    }
    const seen = new Set<number>()
    while (open.length && seen.size < most.tables) {
      const at = open.shift()!
      if (seen.has(at)) continue
      seen.add(at)
      const { entries } = this.readTable(at)
      for (const [name, value] of entries)
        if (!this.trailer.entries.has(name)) this.trailer.entries.set(name, value)
      for (const name of ['XRefStm', 'Prev']) {
        const next = entries.get(name)
        if (typeof next === 'number') open.push(next)
      }
    }
  }

  private readTable(at: number): PdfDictionary {
    const bytes = this.source.read(at, Math.min(this.source.size, at + most.object * 4)).slice()
    const scan = new PdfScan(bytes)
    if (!scan.takes('xref')) return this.readTableStream(at)
    while (!scan.takes('trailer')) {
      const [from, count] = [scan.object(), scan.object()]
      if (typeof from !== 'number' || typeof count !== 'number' || count > most.objects)
        throw new PdfFault('its table of objects is damaged')
      this.readSection(scan, from, count)
    }
    const trailer = this.dictionary(scan.object())
    if (!trailer) throw new PdfFault('its trailer is damaged')
    return trailer
  }

  private readSection(scan: PdfScan, from: number, count: number): void {
    for (let index = 0; index < count; index++) {
      const [at] = [scan.object(), scan.object()]
      const isUsed = scan.takes('n')
      if (!isUsed && !scan.takes('f')) throw new PdfFault('its table of objects is damaged')
      if (isUsed && typeof at === 'number' && !this.places.has(from + index))
        this.places.set(from + index, { at })
    }
  }

  private readTableStream(at: number): PdfDictionary {
    const stream = this.streamAt(at)
    if (!stream?.bytes) throw new PdfFault('its table of objects is damaged')
    for (const { id, type, first, second } of tableRows(stream.dictionary, stream.bytes)) {
      if (this.places.has(id)) continue
      if (type === 1) this.places.set(id, { at: first })
      else if (type === 2) this.places.set(id, { within: first, index: second })
    }
    return stream.dictionary
  }

  /** Finds objects by themselves, the last of each number, where tables are damaged or missing. */
  private rebuild(): void {
    this.isRebuilt = true
    this.places.clear()
    this.streams.clear()
    this.known.clear()
    const overlap = 64
    for (let from = 0; from < this.source.size; from += most.window * 4) {
      const text = latin1(this.source.read(from, from + most.window * 4 + overlap))
      for (const found of text.matchAll(/(?:^|[\s>])(\d{1,8})\s+\d{1,5}\s+obj\b/g))
        if (this.places.size < most.objects)
          this.places.set(Number(found[1]), { at: from + found.index + found[0].search(/\d/) })
      for (const found of text.matchAll(/trailer\s*(?=<<)/g)) this.adopt(from + found.index + found[0].length)
    }
    if (!this.trailer.entries.has('Root')) this.findRoot()
  }

  private adopt(at: number): void {
    this.attempt(() => {
      const trailer = new PdfScan(this.source.read(at, at + most.window).slice()).object()
      for (const [name, value] of this.dictionary(trailer)?.entries ?? [])
        this.trailer.entries.set(name, value)
      return true
    })
  }

  private findRoot(): void {
    for (const id of this.places.keys()) {
      this.attempt(() => {
        const entries = this.dictionary(this.objectNumbered(id))?.entries
        const type = entries?.get('Type')
        const name = type && typeof type === 'object' && 'name' in type ? type.name : ''
        if (name === 'Catalog') this.trailer.entries.set('Root', { kind: 'reference', id })
        if (name === 'XRef')
          for (const key of ['Root', 'Info', 'Encrypt'])
            if (entries!.has(key)) this.trailer.entries.set(key, entries!.get(key)!)
        return true
      })
    }
  }
}
