import { check, type Finding } from '../../core/check'
import { type Configuration, configurationFields } from '../../core/configuration'
import { classFor } from '../../shared/class-for'
import { readAs, ShapeError } from '../../shared/read-as'
import { wellFormed } from '../../shared/well-formed'
import { Refusal } from '../refusal'

/** No configuration of a company comes near. */
export const largestConfiguration = 5 * 2 ** 20

const ConfigurationFile = classFor(configurationFields())

/**
 * A configuration from a file's text.
 * @throws Refusal for what is no JSON, another format, a shape that is not the schema's, or references to what is not
 * there.
 */
export function readConfiguration(text: string, fileName: string): Configuration {
  const value = parsed(text, fileName)
  const format = (value as { format?: unknown } | null)?.format
  if (format !== 'ilmenite-configuration/1')
    throw new Refusal(
      'invalid',
      `${fileName} is no configuration of Ilmenite: its format is ${format === undefined ? 'not given' : `“${String(format).slice(0, 80)}”`}, not “ilmenite-configuration/1”`,
    )
  const configuration = shaped(value, fileName)
  const findings = check(configuration)
  const unknown = findings.filter(({ code }) => code === 'unknown-reference')
  if (unknown.length)
    throw new Refusal('invalid', `${fileName} refers to what it does not have: ${messages(unknown)}`, unknown)
  // Names that stand twice can be mended in the draft; ids cannot, since edits go by them.
  const twice = findings.filter(({ code, witness }) => code === 'duplicate-name' && witness)
  if (twice.length) throw new Refusal('invalid', `${fileName} has something twice: ${messages(twice)}`, twice)
  return configuration
}

/** So many faults are told at once; the others are counted. */
const mostTold = 20

function messages(findings: Finding[]): string {
  const more = findings.length > mostTold ? `; and ${findings.length - mostTold} more` : ''
  return `${findings
    .slice(0, mostTold)
    .map(({ message }) => message)
    .join('; ')}${more}`
}

function parsed(text: string, fileName: string): unknown {
  try {
    return wellFormed(JSON.parse(text))
  } catch (error) {
    throw new Refusal(
      'invalid',
      error instanceof SyntaxError
        ? `${fileName} is no JSON: ${error.message}`
        : `${fileName}: ${(error as Error).message}`,
    )
  }
}

/** The value as a configuration. @throws Refusal that names what is not as it should be. */
function shaped(value: unknown, fileName: string): Configuration {
  try {
    readAs(ConfigurationFile, value)
    return value as Configuration
  } catch (error) {
    if (!(error instanceof ShapeError)) throw error
    const { faults } = error
    const more = faults.length > mostTold ? `; and ${faults.length - mostTold} more` : ''
    const told = faults.slice(0, mostTold).join('; ')
    throw new Refusal(
      'invalid',
      `${fileName} has not the shape of a configuration: ${told}${more}`,
      faults.slice(0, mostTold),
    )
  }
}
