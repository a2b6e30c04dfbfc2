import { defineCommand } from 'citty'
import type { DocumentRecord } from '../../core/attribute'
import {
  type Configuration,
  lifecycleOf,
  schemeFor,
  stateUseOf,
  UnknownError,
} from '../../core/configuration'
import { loadSandbox } from '../../core/script'
import { documentIn, emptyWorld, plan } from '../../core/rehearsal'
import { parse } from '../../core/revision'
import { configurationArgument, directoryArgument, readConfiguration, readDirectory } from '../configuration'
import { answer, readJson, UsageError } from '../input'
import { dayOf } from './rehearse'

const wanted = (description: string, valueHint: string) =>
  ({ type: 'string', description, valueHint, required: true }) as const
const maybe = (description: string, valueHint: string) =>
  ({ type: 'string', description, valueHint }) as const

/** @throws UsageError where the configuration or the directory has not what the command names. */
function requireKnown(
  configuration: Configuration,
  { folders, people }: ReturnType<typeof readDirectory>,
  args: { folder: string; lifecycle: string; from: string; to: string; revision?: string; owner?: string },
): void {
  try {
    const lifecycle = lifecycleOf(configuration, args.lifecycle)
    for (const state of [args.from, args.to]) stateUseOf(lifecycle, state)
    const { revision } = args
    if (revision !== undefined && !parse(schemeFor(configuration, lifecycle), revision).ok)
      throw new UsageError(`“${revision}” is no label of ${lifecycle.name}`)
  } catch (error) {
    if (!(error instanceof UnknownError)) throw error
    throw new UsageError(error.message)
  }
  if (!folders.some(({ path }) => path === args.folder))
    throw new UsageError(`there is no folder ${args.folder} in the directory`)
  if (args.owner !== undefined && !people.some(({ id }) => id === args.owner))
    throw new UsageError(`there is no person “${args.owner}” in the directory`)
}

export const planCommand = defineCommand({
  meta: {
    name: 'plan',
    description: 'the shortest list of acts that brings a document to a state, and who does them',
  },
  args: {
    configuration: configurationArgument,
    directory: directoryArgument,
    folder: wanted('the folder that the document stands in', 'PATH'),
    lifecycle: wanted('its lifecycle', 'ID'),
    from: wanted('the state that it stands in', 'STATE'),
    to: wanted('the state that it shall come to', 'STATE'),
    record: maybe('its record, JSON', 'R.json'),
    revision: maybe('its label, the first one where none is given', 'LABEL'),
    owner: maybe('whose it is and who edited it last, by id', 'PERSON'),
    today: maybe('the day, today where none is given', 'DATE'),
  },
  async run({ args }) {
    await loadSandbox()
    const configuration = readConfiguration(args.configuration)
    const directory = readDirectory(args.directory)
    requireKnown(configuration, directory, args)
    const world = emptyWorld(configuration, directory, dayOf(args.today))
    const record = args.record === undefined ? undefined : readJson<DocumentRecord>(args.record)
    const { folder, lifecycle, from: state, to, revision, owner } = args
    const planned = plan(world, documentIn(world, { folder, lifecycle, state, record, revision, owner }), to)
    await answer(planned)
    if (!planned.acts) process.exitCode = 1
  },
})
