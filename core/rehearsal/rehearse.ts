import type { Reason } from '../access'
import {
  carryOut,
  type Command,
  type Decision,
  type DocumentSnapshot,
  lettersOf,
  moveOn,
  ofKind,
} from '../engine'
import { object, optional, placeInWords, type Shape, structureFaults, text } from '../shape'
import { canonicalNumber } from '../numbering'
import { actKind, actKinds, type Deed } from './acts'
import { type Answer, toldDocument } from './answer'
import { type FileAct, fileFields, rehearsedFiling } from './file'
import { notThere } from './not-there'
import { type Actor, activePeople, documentNumbered, sees, standingIn, type World } from './world'

/** An act to be rehearsed: who does what to which document. */
export type RehearsedAct = (Deed | FileAct) & { person: string; number: string; comment?: string }

/** An act that is not built like one. */
export class RehearsalError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'RehearsalError'
  }
}

const common = {
  person: text(200),
  number: text(1000),
  comment: optional({ ...text(10_000), nullable: true }),
}

/** What an act looks like, by its kind. */
const shapes = new Map<string, Shape>(
  Object.entries({ ...actKinds, file: { fields: fileFields } }).map(([act, { fields }]) => [
    act,
    object({ ...common, ...fields, act: text(40) }),
  ]),
)

/** An act from a value. @throws RehearsalError where it is none. */
export function readAct(value: unknown): RehearsedAct {
  const name = (value as { act?: unknown } | null)?.act
  const shape = typeof name === 'string' ? shapes.get(name) : undefined
  if (!shape)
    throw new RehearsalError(
      `an act is one of ${[...shapes.keys()].join(', ')}, not ${JSON.stringify(name) ?? 'nothing'}`,
    )
  const [fault] = structureFaults(shape, value)
  if (fault) throw new RehearsalError([placeInWords(fault.path), fault.message].filter(Boolean).join(' '))
  return value as RehearsedAct
}

/**
 * What an act would do in a vault in memory, by the same engine as the real one; the vault is as it is afterwards where
 * nothing stands against it (model, section 11).
 */
export function rehearse(world: World, act: RehearsedAct): Answer {
  const person = world.people.find(({ id }) => id === act.person)
  const against = person ? mayAct(person) : [nobody(act.person)]
  if (!person || against.length) return { ok: false, reasons: against }
  const begun =
    act.act === 'file'
      ? rehearsedFiling(world, person, act)
      : begin(world, person, act as Deed & RehearsedAct)
  if ('reasons' in begun) return { ok: false, reasons: begun.reasons }
  const { document, decision } = begun
  if (decision.answer === 'refused') return { ok: false, reasons: decision.reasons }
  return carriedOut(world, act, document, decision)
}

function begin(
  world: World,
  person: Actor,
  act: Deed & RehearsedAct,
): { document: DocumentSnapshot; decision: Decision } | { reasons: Reason[] } {
  const document = documentNumbered(world, act.number)
  if (!document || !sees(world, person, document)) return { reasons: [notThere(act.number)] }
  const standing = standingIn(world, person, document, act.comment ?? undefined)
  return { document, decision: actKind(act).decide(act, { world, person, standing }) }
}

/** Carries an act out in memory, with the moves that follow from it by themselves. */
function carriedOut(
  world: World,
  act: RehearsedAct,
  before: DocumentSnapshot,
  decision: Exclude<Decision, { answer: 'refused' }>,
): Answer {
  const own = carryOut(before, decision.commands)
  const movesOn = decision.answer === 'done' && (act.act === 'file' || actKind(act as Deed).movesOn)
  const { configuration, folders, today } = world
  const { references } = standingIn(world, world.people[0]!, own).document
  const chain = movesOn
    ? moveOn({ configuration, folders, today, document: { ...own, references } })
    : { moves: [], document: own, undecided: null }
  const { references: _, ...document } = chain.document
  world.documents.set(canonicalNumber(document.number), document)
  if (act.act !== 'file') actKind(act as Deed).then?.(act as Deed, world, document)
  const commands: Command[] = [...decision.commands, ...chain.moves.flatMap((move) => move.commands)]
  const letters = lettersOf({ configuration, folders, document }, commands, activePeople(world))
  return {
    ok: true,
    document: toldDocument(document),
    ...(decision.answer === 'progress' ? { progress: decision.progress } : {}),
    unattended: chain.moves.map(({ transition }) => transition.id),
    notices: letters.map(({ to, subject, body }) => ({ to, subject, body })),
    jobs: ofKind(commands, 'queue-job').map(({ job }) => job),
    ...(chain.undecided ? { undecided: chain.undecided } : {}),
  }
}

function mayAct({ active, name }: Actor): Reason[] {
  if (active) return []
  return [
    {
      rule: 'deactivated',
      message: `${name} is deactivated`,
      where: `person ${name}`,
      wayOut: 'let somebody act who is active',
    },
  ]
}

const nobody = (id: string): Reason => ({
  rule: 'not-found',
  message: `there is no person “${id}”`,
  where: 'the directory',
  wayOut: 'name somebody who is there',
})
