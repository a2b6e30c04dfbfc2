import { rm } from 'node:fs/promises'
import { boundIn } from '../../core/configuration'
import { factsOf } from '../../core/engine'
import { runScript, type Script, ScriptError, scriptLimits } from '../../core/script'
import { today } from '../settings/zone'
import { published } from '../configuration/published'
import { contentOf, documentRowById, snapshot } from '../documents/rows'
import { JobError } from '../jobs/job-kind'
import { writeWhatCan, type Writing } from './make'
import { hasBlocks, markPending } from './pending'
import { keep, type Outcome, writeRecord } from './write'

/**
 * Runs a script on the places of a document's file: what it writes at places (`write('field:CHK', 'je')`) is written
 * there, in a new content of the same version. @throws JobError where it breaks off or refuses
 */
export async function runOnPlaces(writing: Writing, id: string, script: Script): Promise<Outcome> {
  const { db, store } = writing
  // The record first, so that the script finds the file as it is to be.
  await writeRecord(writing, id)
  markPending(db, id)
  const row = documentRowById(db, id)
  const content = contentOf(db, id, row.version)
  const path = store.path(content.sha256)
  const { places } = await writing.files.read(path, content.fileName)
  const changes = changesOf(script, {
    document: factsOf(snapshot(db, row)),
    transition: null,
    person: { name: '' },
    today: today(db),
    comment: '',
    places: Object.fromEntries(places.map(({ place, value }) => [place, value])),
  }).filter(({ place, value }) => places.find((one) => one.place === place)?.value !== value)
  const attributes = boundIn(published(db).configuration, row)
  const made = await writeWhatCan(writing, attributes, path, content.fileName, changes)
  try {
    return await keep(writing, row, content, made, hasBlocks(db, id))
  } finally {
    if (made.out) await rm(made.out, { force: true })
  }
}

function changesOf(script: Script, facts: Parameters<typeof runScript>[1]) {
  try {
    const { written, refused } = runScript(script, facts, scriptLimits.job)
    if (refused !== null) throw new JobError(`${script.name} refuses: ${refused}`)
    return written.map(({ attribute, value }) => ({
      place: attribute,
      value: value === null ? '' : String(value),
    }))
  } catch (error) {
    throw error instanceof ScriptError ? new JobError(error.message, { cause: error }) : error
  }
}
