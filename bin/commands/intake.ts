import { createHash } from 'node:crypto'
import { createReadStream, existsSync, readFileSync, statSync } from 'node:fs'
import { readdir } from 'node:fs/promises'
import { extname, join, relative, resolve, sep } from 'node:path'
import { defineCommand } from 'citty'
import { canonicalNumber } from '../../core/numbering'
import { type FoundFile, namePattern, type NamePattern, planIntake, type Profile, readName, readRegister, type RegisterEntry, RegisterError, usualPatterns } from '../../core/intake'
import { readConfiguration } from '../configuration'
import { answer, readJson, UsageError } from '../input'

const common = {
  path: { type: 'positional', description: 'the archive: a folder', required: true, valueHint: 'PATH' },
  manifest: { type: 'string', description: 'the archive’s register, CSV', valueHint: 'FILE' },
} as const

function readManifest(file: string | undefined, profile: Partial<Profile>): RegisterEntry[] {
  if (!file) return []
  if (!existsSync(file)) throw new UsageError(`${file} does not exist`)
  try {
    const { entries, problems } = readRegister(readFileSync(file, 'utf8'), profile.columns)
    for (const problem of problems) process.stderr.write(`ilmenite: ${file}, ${problem.message}\n`)
    return entries
  } catch (error) {
    if (error instanceof RegisterError) throw new UsageError(`${file}, ${error.message}`)
    throw error
  }
}

async function* filesBelow(root: string, manifest: string | undefined): AsyncGenerator<string> {
  if (!existsSync(root) || !statSync(root).isDirectory()) throw new UsageError(`${root} is no folder`)
  const entries = await readdir(root, { withFileTypes: true })
  for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = join(root, entry.name)
    if (entry.isDirectory()) yield* filesBelow(path, manifest)
    else if (entry.isFile() && (!manifest || resolve(path) !== resolve(manifest))) yield path
  }
}

async function readFound(root: string, path: string): Promise<FoundFile> {
  const below = relative(root, path).split(sep).join('/')
  try {
    const { size } = statSync(path)
    if (size === 0)
      return {
        path: below,
        size,
        sha256: null,
        problem: { code: 'empty-file', message: 'the file is empty (0 bytes)' },
      }
    const hash = createHash('sha256')
    for await (const chunk of createReadStream(path)) hash.update(chunk)
    return { path: below, size, sha256: hash.digest('hex'), problem: null }
  } catch (error) {
    return {
      path: below,
      size: 0,
      sha256: null,
      problem: { code: 'unreadable', message: `the file cannot be read: ${(error as Error).message}` },
    }
  }
}

/** What name and manifest say of a file, each with its source. */
function evidence(file: FoundFile, patterns: NamePattern[], entries: Map<string, RegisterEntry[]>) {
  const name = readName(patterns, file.path)?.reading ?? {}
  const lines = (name.number && entries.get(canonicalNumber(name.number))) || []
  const from = (entry: RegisterEntry) => `manifest line ${entry.line}`
  const values = (value: string | undefined, own: (entry: RegisterEntry) => string | null) => [
    ...(value ? [{ value, source: 'name' }] : []),
    ...lines.flatMap((entry) => (own(entry) ? [{ value: own(entry)!, source: from(entry) }] : [])),
  ]
  return {
    number: values(name.number, (entry) => entry.number),
    revision: values(name.revision, (entry) => entry.revision),
    title: values(name.title, (entry) => entry.title),
    history: lines.map((entry) => ({
      revision: entry.revision,
      date: entry.date,
      text: entry.text,
      by: entry.author,
      source: from(entry),
    })),
    references: [],
    properties: {},
  }
}

function byNumber(entries: RegisterEntry[]): Map<string, RegisterEntry[]> {
  const map = new Map<string, RegisterEntry[]>()
  for (const entry of entries)
    map.set(canonicalNumber(entry.number), [...(map.get(canonicalNumber(entry.number)) ?? []), entry])
  return map
}

const readCommand = defineCommand({
  meta: {
    name: 'read',
    description: 'reads an archive: a file a line, with what its name and the manifest say',
  },
  args: { ...common, profile: { type: 'string', description: 'a profile, JSON', valueHint: 'P.json' } },
  async run({ args }) {
    const profile = args.profile ? readJson<Partial<Profile>>(args.profile) : {}
    const patterns = (profile.patterns ?? usualPatterns).map(namePattern)
    const entries = byNumber(readManifest(args.manifest, profile))
    for await (const path of filesBelow(args.path, args.manifest)) {
      const file = await readFound(args.path, path)
      await answer({
        path: file.path,
        size: file.size,
        sha256: file.sha256,
        kind: extname(file.path).slice(1).toLowerCase(),
        evidence: evidence(file, patterns, entries),
        problems: file.problem ? [file.problem] : [],
      })
    }
  },
})

const planCommand = defineCommand({
  meta: { name: 'plan', description: 'what an intake of an archive would make: a document a line' },
  args: {
    ...common,
    config: {
      type: 'string',
      description: 'a configuration, JSON',
      required: true,
      valueHint: 'CONFIG.json',
    },
    profile: { type: 'string', description: 'a profile, JSON', required: true, valueHint: 'P.json' },
  },
  async run({ args }) {
    const configuration = readConfiguration(args.config)
    const profile: Profile = {
      attributes: {},
      states: [],
      folder: '/',
      patterns: usualPatterns,
      otherwise: '',
      ...readJson<Partial<Profile>>(args.profile),
    }
    const files: FoundFile[] = []
    for await (const path of filesBelow(args.path, args.manifest))
      files.push(await readFound(args.path, path))
    // Access is a matter of the vault; a plan from files alone is made for someone who may do everything.
    const folders = [{ path: '/', grants: { anyone: ['see', 'edit', 'move', 'adopt'] as never[] } }]
    const open = {
      ...configuration,
      lifecycles: configuration.lifecycles.map((lifecycle) => ({
        ...lifecycle,
        states: lifecycle.states.map((use) => ({
          ...use,
          grants: { ...use.grants, anyone: ['see', 'edit', 'move', 'adopt'] as never[] },
        })),
        transitions: lifecycle.transitions.map((transition) => ({ ...transition, firedBy: ['anyone'] })),
      })),
    }
    const { documents, files: planned } = planIntake({
      files,
      register: readManifest(args.manifest, profile),
      profile,
      configuration: open,
      folders,
      person: { id: 'intake', name: 'Intake', groups: [] },
      today: new Date().toISOString().slice(0, 10),
      settlements: {},
      inVault: () => false,
    })
    let bad = false
    for (const document of documents) {
      const ofFiles = planned.filter((file) => file.number === document.number)
      const conflicts = [...document.conflicts, ...ofFiles.flatMap((file) => file.conflicts)].map(
        ({ code, message }) => ({ code, message }),
      )
      bad ||= !document.ready
      await answer({
        number: document.number,
        class: document.classId,
        folder: document.folder,
        lifecycle: document.lifecycle,
        state: document.targetState,
        revision: document.prediction?.revision ?? null,
        register: (document.prediction?.register ?? document.history).map(({ label, origin, version }) => ({
          revision: label,
          origin,
          ...(version === null ? {} : { version }),
        })),
        files: document.files.length
          ? document.files.map(({ path }, index) => ({ path, version: index + 1 }))
          : ofFiles.map(({ path }) => ({ path, version: null })),
        references: [],
        conflicts,
        ready: document.ready,
      })
    }
    for (const file of planned.filter((other) => other.number === null)) {
      process.stderr.write(
        `ilmenite: ${file.path}: ${file.conflicts.map((conflict) => conflict.message).join('; ')}\n`,
      )
      bad = true
    }
    if (bad) process.exitCode = 1
  },
})

export const intakeCommand = defineCommand({
  meta: { name: 'intake', description: 'reads legacy archives and plans their intake' },
  subCommands: { read: readCommand, plan: planCommand },
})
