import { chainTo, folderGrants, principalsOf, type Reason } from '../access'
import { ConditionError } from '../condition'
import type { Configuration, DocumentClass } from '../configuration'
import {
  beforeFiling,
  classFor,
  decideFiling,
  type Decision,
  type DocumentSnapshot,
  reasonsAgainst,
  type Values,
} from '../engine'
import { canonicalNumber } from '../numbering'
import { type Fields, optional, text } from '../shape'
import { valuesShape } from './acts/values'
import type { Actor, World } from './world'

/** A document that comes into the vault. */
export interface FileAct {
  act: 'file'
  number: string
  folder: string
  fileName: string
  class?: string
  record?: Values
  comment?: string
}

export const fileFields: Fields = {
  folder: text(1000),
  fileName: text(500),
  class: optional(text(200)),
  record: optional(valuesShape),
}

/** What filing a document would do, with the document as it is before it; or every reason against. */
export function rehearsedFiling(
  world: World,
  person: Actor,
  act: FileAct,
): { document: DocumentSnapshot; decision: Decision } | { reasons: Reason[] } {
  const { configuration, folders, documents, today } = world
  const { folder, fileName, record: values = {}, comment } = act
  const number = act.number.trim()
  const documentClass = classOf(configuration, act, person)
  const taken = documents.has(canonicalNumber(number)) ? [takenNumber(number)] : []
  if (!seesFolder(world, person, folder)) return { reasons: [noFolder(folder)] }
  if ('message' in documentClass) return { reasons: [documentClass, ...taken] }
  const filing = {
    ...{ configuration, folders, person, today, comment, number, folder, fileName, documentClass, values },
    people: () => world.people.filter(({ active }) => active),
  }
  const document = beforeFiling(filing)
  const decision = decideFiling(filing)
  if (!taken.length) return { document, decision }
  return { reasons: [...reasonsAgainst(decision), ...taken] }
}

/** Tells whether a folder exists and grants a person the right to see what they file there. */
function seesFolder({ folders }: World, person: Actor, path: string): boolean {
  const chain = chainTo(folders, path)
  const held = principalsOf(person, chain, { owner: true, creator: true })
  return folders.some((folder) => folder.path === path) && folderGrants(chain, held, 'see').granted
}

const takenNumber = (number: string): Reason => ({
  rule: 'number-taken',
  message: `the number ${number} is taken in the vault`,
  where: 'the vault',
  wayOut: 'give it another number',
})

const noFolder = (path: string): Reason => ({
  rule: 'not-found',
  message: `there is no folder ${path} that you may see`,
  where: 'the folders',
  wayOut: 'file it in a folder that is there',
})

/** The class that is named, or the first whose rule the document meets; else why it has none. */
function classOf(configuration: Configuration, act: FileAct, person: Actor): DocumentClass | Reason {
  const refuse = (message: string, wayOut: string): Reason => ({
    ...{ rule: 'class', message, wayOut },
    where: 'the classes',
  })
  if (act.class !== undefined) {
    const named = configuration.classes.find(({ id }) => id === act.class)
    return named ?? refuse(`there is no class “${act.class}”`, 'name one that the configuration has')
  }
  const record = (act.record ?? {}) as DocumentSnapshot['record']
  try {
    const found = classFor(configuration, { ...act, record }, person.id)
    return found ?? refuse(`no class rule fits ${act.fileName}`, 'name a class, or let a rule fit it')
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    return refuse(`a class rule cannot be read: ${error.message}`, 'mend the rule')
  }
}
