import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { basename, dirname, join, resolve } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { defineCommand } from 'citty'
import type { Directory } from '../../core/access'
import { companyPatterns } from '../../core/configuration'
import { readConfiguration, readDirectory } from '../configuration'
import { answer, UsageError } from '../input'
import { requireUsable } from '../usable-folder'

const project = resolve(dirname(fileURLToPath(import.meta.url)), '../..')

/** The input and the answer of the program that creates vaults (`server/set-up/create-program.ts`). */
interface Creation {
  folder: string
  administrator: { name: string; mail: string }
  starts: ({ patterns: string[]; choices: string[] } | { text: string; fileName: string })[]
  directory?: Directory
}
type Created = { link: string } | { refused: string; reasons: string[] }

export const createCommand = defineCommand({
  meta: {
    name: 'create',
    description: 'makes a vault in an empty folder, and prints its administrator’s link',
  },
  args: {
    data: {
      type: 'string',
      description: 'an empty folder, or one to be made',
      required: true,
      valueHint: 'FOLDER',
    },
    administrator: {
      type: 'string',
      description: 'the mail address of the first administrator',
      required: true,
      valueHint: 'MAIL',
    },
    name: { type: 'string', description: 'their name; else as the address has it', valueHint: 'NAME' },
    configuration: { type: 'string', description: 'a configuration to start from', valueHint: 'CONFIG.json' },
    directory: { type: 'string', description: 'the people and folders, JSON', valueHint: 'D.json' },
    pattern: {
      type: 'string',
      description: `company patterns to start from, with commas: ${companyPatterns.map(({ id }) => id).join(', ')}`,
      valueHint: 'NAME',
    },
  },
  async run({ args }) {
    if (args.configuration && args.pattern)
      throw new UsageError('a vault starts from a configuration or from patterns: leave out one of them')
    const creation: Creation = {
      folder: resolve(args.data),
      administrator: { mail: args.administrator, name: args.name ?? nameIn(args.administrator) },
      starts: [...startOf(args.configuration), ...patternsOf(args.pattern)],
      directory: args.directory ? readDirectory(args.directory) : undefined,
    }
    requireEmptyFolder(creation.folder)
    const created = await createdBy(creation)
    if ('link' in created) return answer(created)
    process.stderr.write(`ilmenite: ${created.refused}\n`)
    for (const reason of created.reasons) process.stderr.write(`  ${reason}\n`)
    process.exitCode = 1
  },
})

/** “Mara Feldhaus” for mara.feldhaus@brackwater.example. */
const nameIn = (mail: string): string =>
  mail
    .split('@')[0]!
    .split(/[._-]+/)
    .map((part) => part.charAt(0).toUpperCase() + part.slice(1))
    .join(' ')

function startOf(file: string | undefined): Creation['starts'] {
  if (!file) return []
  readConfiguration(file)
  return [{ text: readFileSync(file, 'utf8'), fileName: basename(file) }]
}

/** Each pattern with its usual choices. */
function patternsOf(names: string | undefined): Creation['starts'] {
  if (!names) return []
  const patterns = names.split(',').map((name) => name.trim())
  const chosen = companyPatterns.filter(({ id }) => patterns.includes(id))
  const choices = chosen.flatMap((pattern) => pattern.choices.filter(({ isUsual }) => isUsual))
  return [{ patterns, choices: choices.map(({ id }) => id) }]
}

/** @throws UsageError unless a folder is empty, or can be made, or holds the beginning of a vault. */
function requireEmptyFolder(folder: string): void {
  const wayOut = 'Name an empty folder with --data.'
  requireUsable(folder, folder, wayOut)
  const others = readdirSync(folder).filter((name) => !/^(ilmenite\.sqlite|in-use)/.test(name))
  if (others.length) throw new UsageError(`${folder} is not empty: it holds ${others[0]}. ${wayOut}`)
}

async function createdBy(creation: Creation): Promise<Created> {
  const program = join(project, '.output/server/programs/create-program.mjs')
  if (!existsSync(program))
    throw new UsageError('the application is not built yet: run “npm run build” first')
  process.umask(0o077)
  process.env.ILMENITE_MIGRATIONS ??= join(project, 'server/database/migrations')
  const { createVault } = (await import(pathToFileURL(program).href)) as {
    createVault: (creation: Creation) => Created
  }
  return createVault(creation)
}
