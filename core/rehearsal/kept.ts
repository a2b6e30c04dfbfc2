import type { Directory } from '../access'
import { type Configuration, UnknownError } from '../configuration'
import type { DocumentSnapshot } from '../engine'
import { canonicalNumber } from '../numbering'
import { type Answer, contains } from './answer'
import { readAct, RehearsalError, rehearse, type RehearsedAct } from './rehearse'
import { emptyWorld, type World } from './world'

/** Where a rehearsal begins: documents as they stood, what they refer to, and the day. */
export interface Beginning {
  documents: DocumentSnapshot[]
  /** The numbers that each refers to. */
  references: Record<string, string[]>
  /** ISO day. */
  today: string
}

/** A rehearsal to run again: where it begins, its acts, and what is expected of each. */
export interface Kept extends Beginning {
  acts: { act: RehearsedAct; expect: unknown }[]
}

/** A vault in memory with the documents that a rehearsal begins with. */
export function worldFrom(configuration: Configuration, directory: Directory, beginning: Beginning): World {
  const world = emptyWorld(configuration, directory, beginning.today)
  for (const document of beginning.documents) world.documents.set(canonicalNumber(document.number), document)
  for (const [number, children] of Object.entries(beginning.references))
    world.references.set(canonicalNumber(number), children.map(canonicalNumber))
  return world
}

/** What came of an act, as far as it is expected of another configuration too; people and days are not. */
export function expectationOf(answer: Answer): unknown {
  if (!answer.ok) return { ok: false, reasons: answer.reasons.map(({ rule }) => ({ rule })) }
  const { state, revision, version } = answer.document
  const { progress, unattended } = answer
  return {
    ok: true,
    document: { state, revision, version },
    unattended,
    ...(progress ? { progress: { signed: progress.signed, needed: progress.needed } } : {}),
  }
}

/** An act of a kept rehearsal that comes out otherwise, counted from 1, and what came of it instead. */
export interface BrokenAct {
  act: number
  message: string
}

/**
 * The first act of a kept rehearsal that comes out otherwise; none where all come out as they were kept. What it begins
 * with is data from outside: where it is not what a document has to be, that act cannot be played, and it says so.
 */
export function brokenAct(
  configuration: Configuration,
  directory: Directory,
  kept: Kept,
): BrokenAct | undefined {
  let played = 0
  try {
    const world = worldFrom(configuration, directory, kept)
    for (const { act, expect } of kept.acts) {
      const came = rehearse(world, readAct(act))
      if (!contains(came, expect)) return { act: played + 1, message: inWords(came, expect) }
      played++
    }
    return undefined
  } catch (error) {
    const isKnown = error instanceof RehearsalError || error instanceof UnknownError
    const message = isKnown ? error.message : 'it cannot be played with the documents that it begins with'
    return { act: played + 1, message }
  }
}

/** What came instead of what was expected, as one sentence. */
function inWords(came: Answer, expected: unknown): string {
  const wanted = expected as { ok?: boolean; document?: { state?: string; revision?: string | null } }
  if (!came.ok)
    return wanted.ok === false ? `refused otherwise: ${came.reasons[0]!.message}` : came.reasons[0]!.message
  if (wanted.ok === false) return 'it is not refused any more'
  const { state, revision, version } = came.document
  const before = wanted.document ?? {}
  if (before.state !== state) return `it comes to “${state}”, and not to “${before.state}”`
  if (before.revision !== revision)
    return `its label is ${revision ?? 'none'}, and not ${before.revision ?? 'none'}`
  const moved = came.unattended.join(', ') || 'nothing'
  return came.progress || !came.unattended.length
    ? `it stands at version ${version}, and how far it is has changed`
    : `${moved} follows by itself, which was otherwise`
}
