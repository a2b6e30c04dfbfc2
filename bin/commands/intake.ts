import { existsSync, statSync } from 'node:fs'
import { resolve } from 'node:path'
import { defineCommand } from 'citty'
import { findFile, walkArchive } from '../../archive'
import { anyone, type Right } from '../../core/access'
import { ConditionError, parseCondition } from '../../core/condition'
import type { Configuration } from '../../core/configuration'
import {
  type Evidence,
  type EvidenceField,
  type FoundFile,
  gather,
  namePattern,
  type NamePattern,
  patternFaults,
  planIntake,
  type PlannedDocument,
  type PlannedFile,
  type Profile,
  profileFaults,
  profileFields,
  readName,
  type RegisterEntry,
  usualPatterns,
} from '../../core/intake'
import { canonicalNumber } from '../../core/numbering'
import { groupBy } from '../../core/support'
import { object, type StructureFault } from '../../core/shape'
import { readConfiguration } from '../configuration'
import { answer, UsageError } from '../input'
import { readRegisterFile } from '../register'
import { readShaped, refuseFaults } from '../structure'

const common = {
  path: { type: 'positional', description: 'the archive: a folder', required: true, valueHint: 'PATH' },
  manifest: { type: 'string', description: 'the archive’s register, CSV or XLSX', valueHint: 'FILE' },
} as const

const readManifest = async (file: string | undefined, profile: Partial<Profile>): Promise<RegisterEntry[]> =>
  file ? readRegisterFile(file, profile.columns) : []

const readProfile = (file: string): Partial<Profile> => readShaped(file, object(profileFields), 'profile')

/** Class rules that cannot be read: without them no file finds its class. */
function unreadableRules({ classes, attributes }: Configuration): StructureFault[] {
  return classes.flatMap(({ rule }, index) => {
    try {
      if (rule) parseCondition(rule, attributes)
      return []
    } catch (error) {
      if (!(error instanceof ConditionError)) throw error
      const message = `cannot be read at character ${error.position + 1}: ${error.message}`
      return [{ path: ['classes', index, 'rule'], message }]
    }
  })
}

/** Every file of an archive, read. @throws UsageError where the archive is no folder. */
async function* filesBelow(root: string, manifest: string | undefined): AsyncGenerator<FoundFile> {
  if (!existsSync(root) || !statSync(root).isDirectory()) throw new UsageError(`${root} is no folder`)
  const top = resolve(root)
  for await (const path of walkArchive(top, manifest && resolve(manifest))) yield findFile(top, path)
}

/** What name, manifest and the file itself say, each with its source. */
function evidence(file: FoundFile, patterns: NamePattern[], entries: Map<string, RegisterEntry[]>) {
  const name = readName(patterns, file.path)?.reading
  const { places = [], history: table = [], references = [] } = file.inside ?? {}
  const subject = { path: file.path, name, places, table, set: {} }
  const number = name?.number ?? gather({ ...subject, lines: [] }).find(isNumber)?.value
  const lines = (number && entries.get(canonicalNumber(number))) || []
  const known = gather({ ...subject, lines })
  const values = (field: EvidenceField) =>
    known
      .filter((entry) => entry.field === field)
      .map(({ value, source }) => ({ value, source: from(source) }))
  return {
    number: values('number'),
    revision: values('revision'),
    title: values('title'),
    history: [
      ...lines.map(({ line, revision, date, text, author: by }) => ({
        ...{ revision, date, text, by },
        source: `manifest line ${line}`,
      })),
      ...table.map((row, index) => ({ ...row, source: from({ kind: 'table', at: String(index + 1) }) })),
    ],
    references: references.map(({ target }) => ({ target, source: 'file' })),
    properties: Object.fromEntries(places.map(({ place, value }) => [place, value])),
  }
}

const isNumber = ({ field, source }: Evidence): boolean => field === 'number' && source.kind === 'file'

/** A source in one word or two, and where in it. */
const from = ({ kind, at }: Evidence['source']): string =>
  ({
    register: `manifest line ${at}`,
    file: `file ${at}`,
    metadata: `file ${at}`,
    table: `file revision table row ${at}`,
  })[kind] ?? kind

const byNumber = (entries: RegisterEntry[]): Map<string, RegisterEntry[]> =>
  groupBy(entries, ({ number }) => canonicalNumber(number))

const readCommand = defineCommand({
  meta: {
    name: 'read',
    description: 'reads an archive: a file a line, with what its name and the manifest say',
  },
  args: { ...common, profile: { type: 'string', description: 'a profile, JSON', valueHint: 'P.json' } },
  async run({ args }) {
    const profile = args.profile ? readProfile(args.profile) : {}
    if (args.profile) refuseFaults(args.profile, patternFaults(profile.patterns ?? []), 'profile')
    const patterns = (profile.patterns ?? usualPatterns).map(namePattern)
    const entries = byNumber(await readManifest(args.manifest, profile))
    for await (const file of filesBelow(args.path, args.manifest)) {
      await answer({
        path: file.path,
        size: file.size,
        sha256: file.sha256,
        kind: file.inside?.kind ?? 'unknown',
        evidence: evidence(file, patterns, entries),
        problems: [...(file.problem ? [file.problem] : []), ...(file.inside?.problems ?? [])],
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
    references: document.references,
    conflicts: conflicts.map(({ code, message }) => ({ code, message })),
    ready,
  }
}

/** A profile that can be used with a configuration, with the usual values for what it lacks. @throws UsageError */
function usableProfile(file: string, configurationFile: string, configuration: Configuration): Profile {
  const usual = { attributes: {}, states: [], folder: '/', patterns: usualPatterns, otherwise: '' }
  const profile: Profile = { ...usual, ...readProfile(file) }
  refuseFaults(file, profileFaults(profile, configuration), 'profile')
  refuseFaults(configurationFile, unreadableRules(configuration), 'configuration')
  return profile
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
    const profile = usableProfile(args.profile, args.config, configuration)
    const files: FoundFile[] = []
    for await (const file of filesBelow(args.path, args.manifest)) files.push(file)
    const { documents, files: planned } = planIntake({
      files,
      register: await readManifest(args.manifest, profile),
      profile,
      ...openTo(configuration),
      today: new Date().toISOString().slice(0, 10),
      settlements: {},
      inVault: () => false,
    })
    let bad = false
    const ofNumber = groupBy(planned, ({ number }) => number)
    for (const document of documents) {
      bad ||= !document.ready
      await answer(plannedLine(document, ofNumber.get(document.number) ?? []))
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
