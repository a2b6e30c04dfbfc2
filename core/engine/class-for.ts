import { evaluate, parseCondition } from '../condition'
import { type Configuration, type DocumentClass, lifecycleOf } from '../configuration'
import { conditionRecord } from './condition-record'
import type { DocumentSnapshot } from './document'

/** What is known of a document before it is filed. */
export type Arrival = Pick<DocumentSnapshot, 'number' | 'folder' | 'fileName' | 'record'>

/**
 * A document as it is before its first version: in its class's entry state, without a label, its own person's
 * alone.
 */
export function blankDocument(
  configuration: Configuration,
  { id, lifecycle }: DocumentClass,
  arrival: Arrival,
  person: string,
): DocumentSnapshot {
  return {
    ...arrival,
    classId: id,
    lifecycle,
    state: lifecycleOf(configuration, lifecycle).entry,
    revision: null,
    register: [],
    version: 0,
    checkedOutBy: null,
    owner: person,
    creator: person,
    lastEditor: person,
  }
}

/**
 * The class of a document: the first whose rule it would meet on arrival; undefined where none fits. @throws
 * ConditionError
 */
export function classFor(
  configuration: Configuration,
  arrival: Arrival,
  person = '',
): DocumentClass | undefined {
  return configuration.classes.find((documentClass) => {
    if (!documentClass.rule) return false
    const record = conditionRecord(
      configuration,
      blankDocument(configuration, documentClass, arrival, person),
    )
    return evaluate(parseCondition(documentClass.rule, configuration.attributes), record)
  })
}
