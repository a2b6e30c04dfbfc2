import { checkedDraft, type CheckedDraft } from '../configuration/checked-draft'
import { guardReachOrFault, type GuardAnswer } from '../configuration/guard-reach'
import { compareConfigurations } from '../configuration/history'
import { readConfiguration } from '../configuration/import'
import type { Db } from '../database/connection'
import { adoptionPlan, type AdoptionQuery } from '../documents/adoption-plan'
import { labelsOfArchive } from '../documents/label-sources'
import { possibleActs } from '../documents/possible-acts'
import { tryPatterns } from '../intake/patterns'
import type { Account } from '../directory/people'

/** Work on what somebody typed, which could be made to be slow: it runs in a thread of its own, within a time. */
interface Computation<Input, Answer> {
  /** The most seconds it is given. */
  seconds: number
  /** What is said of it where it takes longer. */
  name: string
  run: (db: Db, input: Input) => Answer
}
const computation = <Input, Answer>(
  seconds: number,
  name: string,
  run: (db: Db, input: Input) => Answer,
): Computation<Input, Answer> => ({ seconds, name, run })

/** Every computation there is. */
export const computations = {
  'check-draft': computation(30, 'checking the draft', (db, _: null): CheckedDraft => checkedDraft(db)),
  'reach-guard': computation(
    10,
    'asking the documents',
    (db, { lifecycle, states, guard, account }: GuardQuestion): GuardAnswer =>
      guardReachOrFault(db, account, lifecycle, states, guard),
  ),
  'compare-configurations': computation(
    10,
    'comparing the configurations',
    (db, { from, to }: { from: number; to: number }) => compareConfigurations(db, from, to),
  ),
  'read-configuration': computation(
    20,
    'reading the file',
    (_, { text, fileName }: { text: string; fileName: string }) => readConfiguration(text, fileName),
  ),
  'try-patterns': computation(
    30,
    'trying the patterns',
    (db, { intake, patterns }: { intake: string; patterns: string[] }) => tryPatterns(db, intake, patterns),
  ),
  'archive-labels': computation(
    30,
    'reading the names of the archive',
    (_, { archive }: { archive: string }) => labelsOfArchive(archive),
  ),
  'plan-adoption': computation(
    20,
    'looking at the documents',
    (db, { account, query }: { account: Account; query: AdoptionQuery }) => adoptionPlan(db, account, query),
  ),
  'possible-acts': computation(
    10,
    'predicting the transitions',
    (db, { account, number, comment }: { account: Account; number: string; comment?: string }) =>
      possibleActs(db, account, number, comment),
  ),
} satisfies Record<string, Computation<never, unknown>>

interface GuardQuestion {
  account: Account
  lifecycle: string
  states: string[]
  guard: string
}

export type ComputationKind = keyof typeof computations
export type InputOf<Kind extends ComputationKind> = Parameters<(typeof computations)[Kind]['run']>[1]
export type AnswerOf<Kind extends ComputationKind> = Awaited<ReturnType<(typeof computations)[Kind]['run']>>
