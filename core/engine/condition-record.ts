import type { DocumentRecord } from '../attribute'
import { type Configuration, lifecycleOf, schemeFor } from '../configuration'
import { labelParts, parse, type RevisionScheme } from '../revision'
import type { DocumentSnapshot } from './document'

/** A record together with the facts that conditions may ask for. */
export function conditionRecord(configuration: Configuration, document: DocumentSnapshot): DocumentRecord {
  const scheme = schemeFor(configuration, lifecycleOf(configuration, document.lifecycle))
  const dot = document.fileName.lastIndexOf('.')
  return {
    ...document.record,
    file_name: document.fileName || null,
    file_extension: dot > 0 ? document.fileName.slice(dot + 1).toLowerCase() : null,
    folder_path: document.folder,
    class_id: document.classId,
    state_id: document.state,
    revision_label: document.revision,
    ...revisionFacts(scheme, document.revision),
  }
}

function revisionFacts(scheme: RevisionScheme, label: string | null): DocumentRecord {
  const reading = label === null ? undefined : parse(scheme, label)
  if (!reading?.ok) return { revision_series: null, revision_major: null, revision_minor: null }
  const { series, major, minor } = labelParts(scheme, reading.position)
  return { revision_series: series, revision_major: major, revision_minor: minor }
}
