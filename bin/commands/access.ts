import { defineCommand } from 'citty'
import { type Directory, explain, type Folder, type Right, rightShape } from '../../core/access'
import {
  type Configuration,
  lifecycleOf,
  principalName,
  stateName,
  stateUseOf,
  UnknownError,
} from '../../core/configuration'
import { type Fields, object, optional, placeInWords, structureFaults, text } from '../../core/shape'
import { configurationArgument, directoryArgument, readConfiguration, readDirectory } from '../configuration'
import { answer, inputLines, parseJson } from '../input'

interface Question {
  person: string
  right: Right
  document: { folder: string; lifecycle: string; state: string; owner?: string; creator?: string }
}

const documentFields: Fields = {
  folder: text(1000),
  lifecycle: text(200),
  state: text(200),
  owner: optional({ ...text(200), nullable: true }),
  creator: optional({ ...text(200), nullable: true }),
}
const questionShape = object({ person: text(200), right: rightShape, document: object(documentFields) })

/** A question that names what is not there, or is not built like one. */
class NoAnswer extends Error {}

function explained(configuration: Configuration, directory: Directory, question: Question) {
  const [fault] = structureFaults(questionShape, question)
  if (fault) throw new NoAnswer([placeInWords(fault.path), fault.message].filter(Boolean).join(' '))
  const { right, document } = question
  const person = directory.people.find(({ id }) => id === question.person)
  if (!person) throw new NoAnswer(`there is no person “${question.person}” in the directory`)
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const use = stateUseOf(lifecycle, document.state)
  const { allowed, because } = explain({
    ...{ person, right, document },
    folders: directory.folders as Folder[],
    state: { ...use, grants: use.grants ?? {}, lifecycle: lifecycle.id, id: use.state },
    names: {
      principal: (one) => principalName(configuration, one),
      lifecycle: () => lifecycle.name,
      state: (id) => stateName(configuration, id),
    },
  })
  return { allowed, because: because.map(({ where, message }) => ({ where, message })) }
}

const explainCommand = defineCommand({
  meta: {
    name: 'explain',
    description:
      'whether somebody has a right, and why: NDJSON of {"id","person","right","document"} on standard input',
  },
  args: {
    configuration: configurationArgument,
    directory: directoryArgument,
  },
  async run({ args }) {
    const configuration = readConfiguration(args.configuration)
    const directory = readDirectory(args.directory)
    for await (const { text, line } of inputLines()) {
      if (text.trim() === '') continue
      const { id, ...question } = parseJson<Question & { id?: unknown }>(text, 'standard input', line)
      try {
        await answer({ id, ...explained(configuration, directory, question) })
      } catch (error) {
        if (!(error instanceof NoAnswer || error instanceof UnknownError)) throw error
        await answer({ id, error: { message: error.message } })
        process.exitCode = 1
      }
    }
  },
})

export const accessCommand = defineCommand({
  meta: { name: 'access', description: 'who may do what, where, and why' },
  subCommands: { explain: explainCommand },
})
