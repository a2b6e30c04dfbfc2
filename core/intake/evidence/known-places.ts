import type { EvidenceField } from './evidence'

/** Names of title-block fields and custom properties, without case, blanks and punctuation, and what stands there. */
const names: Partial<Record<EvidenceField, string>> = {
  number:
    'number drawingnumber drawingno drawingnr dwgno dwgnumber dwgnr documentnumber documentno documentnr docno ' +
    'docnumber docnr partnumber partno sheetnumber zeichnungsnummer zeichnungsnr zeichnungsnr dokumentnummer',
  revision:
    'rev revision revno revnr revnumber revisionno revisionnumber revlabel index issue aenderungsindex',
  title: 'title drawingtitle dwgtitle documenttitle doctitle sheettitle benennung titel',
  status: 'status state documentstatus docstatus suitability suitabilitycode',
  date: 'revdate revisiondate daterev issuedate dateofissue',
  author: 'revby revisionby revisedby revauthor',
}

/** The same of places that may well speak of another revision, or of nothing: whoever drew first, and when. */
const hints: Partial<Record<EvidenceField, string>> = {
  date: 'date datum drawndate datedrawn created',
  author: 'author drawn drawnby drn drnby gezeichnet bearbeiter designer',
}

const metadata: Record<string, EvidenceField> = {
  'core:title': 'title',
  'core:author': 'author',
  'product:name': 'title',
  'product:id': 'number',
}

const byName = (table: typeof names) =>
  new Map(
    Object.entries(table).flatMap(([field, all]) =>
      all.split(' ').map((name) => [name, field as EvidenceField]),
    ),
  )
const [said, hinted] = [byName(names), byName(hints)]

const bare = (name: string): string =>
  name
    .toLowerCase()
    .replace(/ä/g, 'ae')
    .replace(/[^\p{L}]/gu, '')

/** What a place in a file is about, as far as its name tells; a hint is believed where nothing else says anything. */
export function fieldOfPlace(place: string): { field: EvidenceField; isHint: boolean } | undefined {
  if (place === 'product:version') return { field: 'revision', isHint: false }
  const told = metadata[place]
  if (told) return { field: told, isHint: true }
  const name = /^(?:field|property):(.{1,40})$/s.exec(place)?.[1]
  if (name === undefined) return undefined
  const field = said.get(bare(name))
  if (field) return { field, isHint: false }
  const hint = hinted.get(bare(name))
  return hint && { field: hint, isHint: true }
}
