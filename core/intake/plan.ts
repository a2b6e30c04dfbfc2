import { groupBy } from '../support'
import type { Folder, Person } from '../access'
import type { Configuration } from '../configuration'
import { canonicalNumber } from '../numbering'
import { mapDocument } from './map'
import { namePattern, readName } from './pattern'
import { readFile } from './read-file'
import { type Aims, aimsOf } from './references'
import type { RegisterEntry } from './register-file'
import { sameContent } from './same'
import { unfiled } from './unfiled'
import type { FoundFile, IntakePlan, PlannedFile, Profile, Settlement } from './types'

/** Everything a plan rests on. */
export interface PlanInput {
  files: FoundFile[]
  register: RegisterEntry[]
  profile: Profile
  configuration: Configuration
  folders: Folder[]
  person: Person
  /** ISO day. */
  today: string
  settlements: Record<string, Settlement>
  /** Whether a number is taken in the vault. */
  inVault: (number: string) => boolean
}

/** The same, with what references can lead to. */
export interface Planning extends PlanInput {
  aims: Aims
}

/**
 * What an intake would make of an archive: every file with what was read of it, every document with the
 * engine's prediction.
 * Files of one number become the versions of one document, in revision order. Whatever is doubtful holds its
 * document back,
 * with reasons and ways out.
 * @throws PatternError, ConditionError where the profile itself cannot be read.
 */
export function planIntake(input: PlanInput): IntakePlan {
  const { profile, settlements } = input
  const patterns = profile.patterns.map(namePattern)
  const register = byNumber(input.register)
  const files = input.files.map((file) => {
    const name = readName(patterns, file.path)?.reading
    return readFile(file, name, register, settlements, profile)
  })
  const planning = { ...input, aims: aimsOf(files, patterns, input.inVault) }
  const documents = [...grouped(files)].map(([number, own]) =>
    mapDocument(planning, number, own, register.get(number) ?? []),
  )
  sameContent(files, documents, settlements)
  const filed = new Set(files.flatMap(({ number }) => number ?? []))
  return { files, documents: [...documents, ...unfiled(input, register, filed)] }
}

/** The files of each number, without those that are left out or have none. */
const grouped = (files: PlannedFile[]): Map<string, PlannedFile[]> =>
  groupBy(
    files.filter(({ leftOut, number }) => !leftOut && number !== null),
    ({ number }) => number!,
  )

const byNumber = (entries: RegisterEntry[]): Map<string, RegisterEntry[]> =>
  groupBy(entries, ({ number }) => canonicalNumber(number))
