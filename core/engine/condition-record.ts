import type { DocumentRecord } from '../attribute'
import { type Configuration, lifecycleOf, schemeFor } from '../configuration'
import { labelParts, parse, type RevisionScheme } from '../revision'
import type { DocumentSnapshot } from './document'

/** A record together with the facts that conditions may ask for. */
export function conditionRecord(configuration: Configuration, document: DocumentSnapshot): DocumentRecord {
  const scheme = schemeFor(configuration, lifecycleOf(configuration, document.lifecycle))
  const dot = document.fileName.lastIndexOf('.')
  const label = partsOf(scheme, document.revision)
  const known: DocumentRecord = {
    file_name: document.fileName || null,
    file_extension: dot > 0 ? document.fileName.slice(dot + 1).toLowerCase() : null,
    folder_path: document.folder,
    class_id: document.classId,
    state_id: document.state,
    revision_label: document.revision,
    revision_series: label?.series ?? null,
    revision_major: label?.major ?? null,
    revision_minor: label?.minor ?? null,
  }
  // The facts first, then the record: the other way round, building it takes fifty times as long.
  for (const [attribute, value] of Object.entries(document.record))
    if (!Object.hasOwn(known, attribute)) known[attribute] = value
  return known
}

function partsOf(scheme: RevisionScheme, label: string | null): ReturnType<typeof labelParts> | null {
  const reading = label === null ? undefined : parse(scheme, label)
  return reading?.ok ? labelParts(scheme, reading.position) : null
}
