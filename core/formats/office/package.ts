import { Budget } from '../budget'
import { latin1 } from '../characters'
import type { FileContents, FileProblem } from '../file-format'
import type { Patch, Source } from '../source'
import { joined, patched, sourceOf } from '../source'
import { readXml, type XmlDocument, XmlFault } from '../xml'
import { entriesByName, repacked, unpack, type ZipEntry, zipEntries, ZipFault } from '../zip'

/** The most bytes that all parts of a document unpack to: many entries may point at the same packed bytes. */
const mostUnpacked = 256 << 20

/** An office document: a ZIP file whose parts are read when they are asked for. */
export class OfficePackage {
  readonly entries: ZipEntry[]
  private readonly byName: ReadonlyMap<string, ZipEntry>
  private readonly budget = new Budget(mostUnpacked)
  private readonly unpacked = new Map<string, Uint8Array>()
  private readonly documents = new Map<string, XmlDocument>()
  private readonly patches = new Map<string, Patch[]>()
  private readonly added = new Map<string, Uint8Array>()

  /** @throws ZipFault where it is damaged. */
  constructor(private readonly source: Source) {
    this.entries = zipEntries(source)
    this.byName = entriesByName(this.entries)
  }

  has = (name: string): boolean => this.byName.has(name)

  /** What a part holds. @throws ZipFault where it is damaged. */
  bytes(name: string): Uint8Array | undefined {
    const known = this.unpacked.get(name)
    if (known) return known
    const entry = this.byName.get(name)
    if (entry && !this.budget.spend(entry.size))
      throw new ZipFault(`its parts unpack to more than ${mostUnpacked >> 20} MB`)
    const bytes = entry && unpack(this.source, entry)
    if (bytes) this.unpacked.set(name, bytes)
    return bytes
  }

  /** A part as it stands there, to look for something without reading all of it; empty where there is none. */
  text = (name: string): string => latin1(this.bytes(name) ?? new Uint8Array())

  /** A part in XML; undefined where there is none. @throws ZipFault, XmlFault where it cannot be read. */
  document(name: string): XmlDocument | undefined {
    const known = this.documents.get(name)
    if (known) return known
    const bytes = this.bytes(name)
    if (!bytes) return undefined
    const document = readXml(bytes)
    this.documents.set(name, document)
    return document
  }

  /** Has bytes of a part replaced. */
  patch(name: string, ...patches: Patch[]): void {
    this.patches.set(name, [...(this.patches.get(name) ?? []), ...patches])
  }

  /** Adds a part. */
  add(name: string, bytes: Uint8Array): void {
    this.added.set(name, bytes)
  }

  /** The document with its changes; parts without any are copied as they are packed. */
  parts(): Iterable<Uint8Array> {
    const contents = new Map(this.added)
    for (const [name, patches] of this.patches)
      contents.set(name, joined(patched(sourceOf(this.bytes(name)!), patches)))
    return repacked(this.source, contents)
  }
}

/** What is wrong with a package, of a fault that was thrown. @throws anything else. */
export function problemOf(error: unknown): FileProblem {
  if (!(error instanceof ZipFault || error instanceof XmlFault)) throw error
  const code = /encrypted/.test(error.message)
    ? 'encrypted'
    : /more than/.test(error.message)
      ? 'too-much'
      : 'damaged'
  return { code, message: `the document cannot be read: ${error.message}` }
}

/** Nothing but what is wrong. */
export const unread = (problem: FileProblem): FileContents => ({
  ...{ places: [], history: [], references: [], problems: [problem] },
})
