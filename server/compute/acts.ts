import type { Move } from '../../shared/answers'
import type { CheckedDraft } from '../configuration/checked-draft'
import { whenFree } from '../database/busy'
import type { Db } from '../database/connection'
import type { Account } from '../directory/people'
import type { Chosen } from '../documents/act'
import type { Start } from '../set-up/start'
import type { Decided } from '../tasks/acts'
import { type Computation, computation } from './computation'

/** An act on many documents. It runs in a thread that may write, so that other requests do not wait for it. */
const act = <Module, Input, Answer>(
  name: string,
  load: () => Promise<Module>,
  carryOut: (module: Module, db: Db, input: Input) => Answer | Promise<Answer>,
): Computation<Input, Answer> => ({
  ...computation(longestAct, name, load, (module, db, input: Input) =>
    whenFree(() => carryOut(module, db, input)),
  ),
  speed: 'act',
})
/** The limit of an act in seconds, far above what the largest permitted one takes. */
const longestAct = 300

export interface ActOnMany<Document> {
  account: Account
  documents: Document[]
  comment?: string
}
export interface Publishing {
  account: Account
  checked: CheckedDraft
  change: number
  comment: string | null
  moves?: Move[]
}

/** Every act on many documents. */
export const acts = {
  revise: act(
    'making the new revisions',
    () => import('../documents/acts/revise'),
    ({ revise }, db, { account, documents, comment }: ActOnMany<Chosen>) =>
      revise(db, account, documents, comment),
  ),
  adopt: act(
    'adopting the labels',
    () => import('../documents/acts/adopt'),
    ({ adopt }, db, { account, documents, comment }: ActOnMany<Chosen & { label: string }>) =>
      adopt(db, account, documents, comment),
  ),
  'decide-tasks': act(
    'deciding the tasks',
    () => import('../tasks/acts'),
    ({ decideTasks }, db, { account, asked }: { account: Account; asked: Decided }) =>
      decideTasks(db, account, asked),
  ),
  publish: act(
    'publishing',
    () => import('../configuration/publish'),
    ({ publish }, db, asked: Publishing) =>
      publish(db, asked.account, asked.checked, asked.change, asked.comment, asked.moves),
  ),
  'start-vault': act(
    'starting the vault',
    () => import('../set-up/start'),
    ({ startVault }, db, { account, start }: { account: Account; start: Start }) =>
      startVault(db, account, start),
  ),
} satisfies Record<string, Computation<never, unknown>>
