import { readPrincipal } from '../../core/access'
import { check } from '../../core/check'
import {
  applyEdit,
  companyPatterns,
  type Configuration,
  type Edit,
  EditError,
  emptyConfiguration,
  isEmptyConfiguration,
  patternFolders,
  rootGrants,
} from '../../core/configuration'
import { type Actor, record } from '../audit/trail'
import { readConfiguration } from '../configuration/import'
import { insertConfiguration, published } from '../configuration/published'
import { atomically, type Db, type Tx } from '../database/connection'
import { makeChange } from '../directory/changes'
import { directoryVersion } from '../directory/folders'
import { setSchedule } from '../jobs/schedules'
import { usualSchedules } from '../../shared/usual-schedules'
import { Refusal } from '../refusal'

/** A vault starts from company patterns, or from the text of a configuration's file. */
export type Start = { patterns: string[]; choices: string[] } | { text: string; fileName: string }

/**
 * Puts the first configuration of a vault in force, and grants its roles on the root folder what its states grant them.
 * @returns the number of the configuration
 * @throws Refusal if the vault has a configuration already, or the new one has errors
 */
export function startVault(db: Db, actor: Actor, start: Start): number {
  requireEmpty(db)
  const { configuration, words } = startingFrom(start)
  requireSound(configuration)
  return atomically(db, (tx) => {
    const before = requireEmpty(tx)
    const id = before + 1
    insertConfiguration(tx, { id, configuration, personName: actor.name, comment: words })
    record(tx, actor, {
      code: 'publish',
      action: 'publish configuration',
      subject: { kind: 'configuration', id: String(id), name: `Configuration ${id}` },
      before: { configuration: before },
      after: { configuration: id, edits: [words] },
      why: words,
    })
    openRoot(tx, actor, configuration)
    if ('patterns' in start) makeUsual(tx, actor, start)
    return id
  })
}

/** @returns the number of the configuration in force. @throws Refusal if it says something already */
function requireEmpty(tx: Tx): number {
  const { id, configuration } = published(tx)
  if (isEmptyConfiguration(configuration)) return id
  throw new Refusal(
    'conflict',
    'this vault has its configuration already: take another pattern on the page of lifecycles',
  )
}

function startingFrom(start: Start): { configuration: Configuration; words: string } {
  if ('text' in start)
    return {
      configuration: readConfiguration(start.text, start.fileName),
      words: `Start from ${start.fileName}`,
    }
  const edit: Edit = { kind: 'take-company-patterns', ...start }
  try {
    const names = companyPatterns.filter(({ id }) => start.patterns.includes(id)).map(({ name }) => name)
    return { configuration: applyEdit(emptyConfiguration, edit), words: `Start from ${names.join(' and ')}` }
  } catch (error) {
    if (error instanceof EditError) throw new Refusal('invalid', error.message)
    throw error
  }
}

function requireSound(configuration: Configuration): void {
  const errors = check(configuration).filter(({ severity }) => severity === 'error')
  if (errors.length === 0) return
  const how = errors.length === 1 ? 'an error' : `${errors.length} errors`
  throw new Refusal('conflict', `the configuration has ${how}: ${errors[0]!.message}`, errors)
}

/** Makes the folders that the classes of company patterns speak of, and the usual schedules. */
function makeUsual(
  tx: Tx,
  actor: Actor,
  { patterns, choices }: { patterns: string[]; choices: string[] },
): void {
  const folders = patternFolders(patterns, choices).map((path) => ({ path }))
  makeChange(
    tx,
    actor,
    { kind: 'import-folders', source: 'company patterns', folders },
    { version: directoryVersion(tx), findings: [], accept: true },
  )
  for (const schedule of usualSchedules) setSchedule(tx, actor, schedule)
}

/** Grants on the root what states grant, but to single people: the directory may not know them. */
function openRoot(tx: Tx, actor: Actor, configuration: Configuration): void {
  const all = Object.entries(rootGrants(configuration))
  const grants = Object.fromEntries(all.filter(([who]) => readPrincipal(who)?.kind !== 'person'))
  if (Object.keys(grants).length === 0) return
  makeChange(
    tx,
    actor,
    { kind: 'set-folder-grants', folder: '/', grants },
    { version: directoryVersion(tx), findings: [], accept: true },
  )
}
