import { Ajv2020 } from 'ajv/dist/2020.js'
import { check } from '../../core/check'
import type { Configuration } from '../../core/configuration'
import schema from '../../schemas/configuration.schema.json'
import type { Db } from '../database/connection'
import type { Actor } from './audit'
import { addEdit, type DraftView } from './configuration'
import { Refusal } from './errors'

/** No configuration of a company comes near. */
export const largestConfiguration = 5 * 2 ** 20

const validate = new Ajv2020({ allowUnionTypes: true, allErrors: true }).compile(schema)

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
      400,
      `${fileName} is no configuration of Ilmenite: its format is ${format === undefined ? 'not given' : `“${String(format)}”`}, not “ilmenite-configuration/1”`,
    )
  if (!validate(value)) {
    const faults = (validate.errors ?? [])
      .slice(0, 10)
      .map(({ instancePath, message }) => `${instancePath || 'the whole'} ${message}`)
    throw new Refusal(400, `${fileName} has not the shape of a configuration: ${faults[0]}`, faults)
  }
  const configuration = value as unknown as Configuration
  const unknown = check(configuration).filter(({ code }) => code === 'unknown-reference')
  if (unknown.length)
    throw new Refusal(400, `${fileName} refers to what it does not have: ${unknown[0]!.message}`, unknown)
  return addEdit(db, actor, { kind: 'replace', configuration, words: `Import ${fileName}` }, change)
}
