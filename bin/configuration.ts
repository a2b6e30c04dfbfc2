import type { Directory } from '../core/access'
import { directoryFields } from '../core/access'
import { type Configuration, configurationFields } from '../core/configuration'
import { object } from '../core/shape'
import { readJson, UsageError } from './input'
import { readShaped } from './structure'

/** The configuration that a command is about. */
export const configurationArgument = {
  type: 'positional',
  description: 'a configuration, JSON',
  required: true,
  valueHint: 'CONFIG.json',
} as const

/** The people and folders that a command is about. */
export const directoryArgument = {
  type: 'string',
  description: 'the people and folders, JSON',
  required: true,
  valueHint: 'D.json',
} as const

/** A configuration from a file. @throws UsageError where it is of another format, or not built like one. */
export function readConfiguration(file: string): Configuration {
  const format = readJson<Configuration | null>(file)?.format
  if (format !== 'ilmenite-configuration/1')
    throw new UsageError(`${file} is no configuration: its "format" is not "ilmenite-configuration/1"`)
  return readShaped(file, object(configurationFields()), 'configuration')
}

/** The people and folders from a file. @throws UsageError where it is not built like a directory. */
export const readDirectory = (file: string): Directory =>
  readShaped(file, object(directoryFields), 'directory')
