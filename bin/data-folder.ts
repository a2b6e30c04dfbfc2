import { resolve } from 'node:path'

/** The data folder that a command is about. */
export const dataFolder = (named: string | undefined): string =>
  resolve(named ?? process.env.ILMENITE_DATA ?? 'data')

export const dataArgument = {
  type: 'string',
  description: 'the data folder; else ILMENITE_DATA, else ./data',
  valueHint: 'FOLDER',
} as const
