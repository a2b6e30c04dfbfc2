import { classFor } from '~~/core/engine'
import { type Configuration, lifecycleOf, schemeFor, stateName } from '~~/core/configuration'
import { first, format } from '~~/core/revision'

/** What a file would become if it were filed in a folder now; null where no class rule fits it. */
export function filingOf(configuration: Configuration, fileName: string, folder: string) {
  const hit = classFor(configuration, { number: '', folder, fileName, record: {} })
  if (!hit) return null
  const lifecycle = lifecycleOf(configuration, hit.lifecycle)
  const scheme = schemeFor(configuration, lifecycle)
  return {
    className: hit.name,
    state: stateName(configuration, lifecycle.entry),
    scheme: scheme.name,
    label: format(scheme, first(scheme)),
  }
}
