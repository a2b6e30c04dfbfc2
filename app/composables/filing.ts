import { evaluate, parseCondition } from '~~/core/condition'
import { conditionRecord, lifecycleOf, schemeFor, stateName, type Configuration } from '~~/core/lifecycle'
import { first, format } from '~~/core/revision'

/** What a file would become if it were filed in a folder now; null where no class rule fits it. */
export function filingOf(configuration: Configuration, fileName: string, folder: string) {
  const hit = configuration.classes.find((documentClass) => {
    if (!documentClass.rule) return false
    const lifecycle = lifecycleOf(configuration, documentClass.lifecycle)
    const document = {
      number: '',
      lifecycle: lifecycle.id,
      classId: documentClass.id,
      state: lifecycle.entry,
      folder,
      fileName,
      record: {},
      revision: null,
      register: [],
      version: 0,
      checkedOutBy: null,
      creator: '',
      lastEditor: '',
    }
    return evaluate(
      parseCondition(documentClass.rule, configuration.attributes),
      conditionRecord(configuration, document),
    )
  })
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
