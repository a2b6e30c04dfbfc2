import type { DocumentRecord } from '../../attribute'
import { type DocumentClass, lifecycleOf, schemeFor } from '../../configuration'
import { blankDocument, type DocumentSnapshot } from '../../engine'
import { first, format } from '../../revision'
import type { World } from '../world'

/** A document to plan for: as filed, but in a state, with a label, a record and an owner of its own. */
export interface Place {
  folder: string
  lifecycle: string
  state: string
  record?: DocumentRecord
  /** The first label where none is named. */
  revision?: string
  /** Owner, creator and last editor; nobody in particular where none is named. */
  owner?: string
}

/** The document of a place. @throws UnknownError where the configuration has no such lifecycle. */
export function documentIn({ configuration }: World, place: Place): DocumentSnapshot {
  const { folder, state, owner = '' } = place
  const lifecycle = lifecycleOf(configuration, place.lifecycle)
  const scheme = schemeFor(configuration, lifecycle)
  const revision = place.revision ?? format(scheme, first(scheme))
  const documentClass: DocumentClass | undefined = configuration.classes.find(
    (one) => one.lifecycle === lifecycle.id,
  )
  const initial = configuration.attributes.flatMap(({ id, initial: value }) =>
    value === undefined || documentClass?.attributes?.includes(id) === false ? [] : [[id, value] as const],
  )
  const kept = lifecycle.revisionAttribute ? { [lifecycle.revisionAttribute]: revision } : {}
  const record: DocumentRecord = { ...Object.fromEntries(initial), ...kept, ...place.record }
  const arrival = { number: 'the document', folder, fileName: '', record }
  const blank = blankDocument(
    configuration,
    { id: documentClass?.id ?? '', name: '', rule: '', lifecycle: lifecycle.id },
    arrival,
    owner,
  )
  const row = { label: revision, date: null, author: null, text: null, version: 1, origin: 'native' as const }
  return { ...blank, state, revision, register: [row], version: 1 }
}
