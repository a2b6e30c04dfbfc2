import { check } from '../../core/check'
import { type Configuration, configurationFields } from '../../core/configuration'
import type { DraftView } from '../../shared/answers'
import { classFor } from '../../shared/class-for'
import { readAs, ShapeError } from '../../shared/read-as'
import type { Actor } from '../audit/trail'
import type { Db } from '../database/connection'
import { Refusal } from '../refusal'
import { addEdit } from './draft'

/** No configuration of a company comes near. */
export const largestConfiguration = 5 * 2 ** 20

const ConfigurationFile = classFor(configurationFields())

/**
 * Takes a configuration from a file into the draft, as one edit that can be undone.
 * @throws Refusal for another format, a shape that is not the schema's, or references to what is not there.
 */
export function importConfiguration(
  db: Db,
  actor: Actor,
  value: unknown,
  fileName: string,
  change: number,
): DraftView {
  const format = (value as { format?: unknown } | null)?.format
  if (format !== 'ilmenite-configuration/1')
    throw new Refusal(
      'invalid',
      `${fileName} is no configuration of Ilmenite: its format is ${format === undefined ? 'not given' : `“${String(format)}”`}, not “ilmenite-configuration/1”`,
    )
  const configuration = shaped(value, fileName)
  const unknown = check(configuration).filter(({ code }) => code === 'unknown-reference')
  if (unknown.length)
    throw new Refusal(
      'invalid',
      `${fileName} refers to what it does not have: ${unknown[0]!.message}`,
      unknown,
    )
  return addEdit(db, actor, { kind: 'replace', configuration, words: `Import ${fileName}` }, change)
}

/** The value as a configuration. @throws Refusal that names what is not as it should be. */
function shaped(value: unknown, fileName: string): Configuration {
  try {
    readAs(ConfigurationFile, value)
    return value as Configuration
  } catch (error) {
    if (!(error instanceof ShapeError)) throw error
    const faults = error.faults.slice(0, 10)
    throw new Refusal('invalid', `${fileName} has not the shape of a configuration: ${faults[0]}`, faults)
  }
}
