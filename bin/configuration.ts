import type { Configuration } from '../core/configuration'
import { readJson, UsageError } from './input'

const lists = ['attributes', 'schemes', 'states', 'roles', 'groups', 'lifecycles', 'classes'] as const

/** A configuration from a file. @throws UsageError where it is of another format or lacks a part. */
export function readConfiguration(file: string): Configuration {
  const configuration = readJson<Configuration>(file)
  if (configuration?.format !== 'ilmenite-configuration/1')
    throw new UsageError(`${file} is no configuration: its "format" is not "ilmenite-configuration/1"`)
  const missing = lists.filter((list) => !Array.isArray(configuration[list]))
  if (missing.length)
    throw new UsageError(`${file} lacks the list${missing.length > 1 ? 's' : ''} ${missing.join(', ')}`)
  return configuration
}
