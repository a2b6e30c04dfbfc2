import { existsSync, readFileSync, statSync } from 'node:fs'
import { extname, resolve } from 'node:path'
import { defineCommand } from 'citty'
import { findFile, textOf, walkArchive } from '../../archive'
import { anyone, type Right } from '../../core/access'
import type { Configuration } from '../../core/configuration'
import {
  type Evidence,
  type EvidenceField,
  type FoundFile,
  gather,
  namePattern,
  type NamePattern,
  planIntake,
  type PlannedDocument,
  type PlannedFile,
  type Profile,
  readName,
  readRegister,
  type RegisterEntry,
  RegisterError,
  usualPatterns,
} from '../../core/intake'
import { canonicalNumber } from '../../core/numbering'
import { groupBy } from '../../core/support'
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
    const { entries, problems } = readRegister(textOf(readFileSync(file)), profile.columns)
    for (const problem of problems) process.stderr.write(`ilmenite: ${file}, ${problem.message}\n`)
    return entries
  } catch (error) {
    if (error instanceof RegisterError) throw new UsageError(`${file}, ${error.message}`)
    throw error
  }
}

/** Every file of an archive, read. @throws UsageError where the archive is no folder. */
async function* filesBelow(root: string, manifest: string | undefined): AsyncGenerator<FoundFile> {
  if (!existsSync(root) || !statSync(root).isDirectory()) throw new UsageError(`${root} is no folder`)
  const top = resolve(root)
  for await (const path of walkArchive(top, manifest && resolve(manifest))) yield findFile(top, path)
}

/** What name and manifest say of a file, each with its source. */
function evidence(file: FoundFile, patterns: NamePattern[], entries: Map<string, RegisterEntry[]>) {
  const name = readName(patterns, file.path)?.reading
  const lines = (name?.number && entries.get(canonicalNumber(name.number))) || []
  const known = gather({ path: file.path, name, lines, set: {} })
  const from = ({ kind, at }: Evidence['source']) => (kind === 'register' ? `manifest line ${at}` : kind)
  const values = (field: EvidenceField) =>
    known
      .filter((entry) => entry.field === field)
      .map(({ value, source }) => ({ value, source: from(source) }))
  return {
    number: values('number'),
    revision: values('revision'),
    title: values('title'),
    history: lines.map(({ line, revision, date, text, author: by }) => ({
      ...{ revision, date, text, by },
      source: `manifest line ${line}`,
    })),
    references: [],
    properties: {},
  }
}

const byNumber = (entries: RegisterEntry[]): Map<string, RegisterEntry[]> =>
  groupBy(entries, ({ number }) => canonicalNumber(number))

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
    for await (const file of filesBelow(args.path, args.manifest)) {
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

/** Access is a matter of the vault: a plan from files alone is made for someone who may do everything. */
function openTo(configuration: Configuration) {
  const all: Right[] = ['see', 'edit', 'move', 'adopt']
  const lifecycles = configuration.lifecycles.map((lifecycle) => ({
    ...lifecycle,
    states: lifecycle.states.map((use) => ({ ...use, grants: { ...use.grants, anyone: all } })),
    transitions: lifecycle.transitions.map((transition) => ({ ...transition, firedBy: [anyone] })),
  }))
  return {
    configuration: { ...configuration, lifecycles },
    folders: [{ path: '/', grants: { anyone: all } }],
    person: { id: 'intake', name: 'Intake', groups: [] },
  }
}

/** A document of the plan as a line of the answer. */
function plannedLine(document: PlannedDocument, files: PlannedFile[]) {
  const { number, classId, folder, lifecycle, targetState, prediction, history, ready } = document
  const conflicts = [...document.conflicts, ...files.flatMap((file) => file.conflicts)]
  const rows = prediction?.register ?? history
  return {
    ...{ number, class: classId, folder, lifecycle, state: targetState },
    revision: prediction?.revision ?? null,
    register: rows.map(({ label: revision, origin, version }) => ({
      ...{ revision, origin },
      ...(version === null ? {} : { version }),
    })),
    files: document.files.length
      ? document.files.map(({ path }, index) => ({ path, version: index + 1 }))
      : files.map(({ path }) => ({ path, version: null })),
    references: [],
    conflicts: conflicts.map(({ code, message }) => ({ code, message })),
    ready,
  }
}

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
    for await (const file of filesBelow(args.path, args.manifest)) files.push(file)
    const { documents, files: planned } = planIntake({
      files,
      register: readManifest(args.manifest, profile),
      profile,
      ...openTo(configuration),
      today: new Date().toISOString().slice(0, 10),
      settlements: {},
      inVault: () => false,
    })
    let bad = false
    for (const document of documents) {
      bad ||= !document.ready
      await answer(
        plannedLine(
          document,
          planned.filter((file) => file.number === document.number),
        ),
      )
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
