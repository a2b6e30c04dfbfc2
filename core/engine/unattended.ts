import type { Person, Reason } from '../access'
import { ConditionError } from '../condition'
import { type Lifecycle, lifecycleOf, type Transition } from '../configuration'
import { carryOut, type Command } from './commands'
import { completion } from './complete'
import type { DocumentSnapshot } from './document'
import { guardIsTrue, reasonsAgainstByItself, whereIs } from './reasons-against-firing'
import type { Standing } from './standing'

/** Who moves a document that nobody moves: in templates, registers and the trail. */
export const system: Person = { id: '', name: 'System', groups: [] }

/** Why a document stays though a guard holds: more than one does, or the one cannot be carried out. */
export interface Undecided {
  transitions: string[]
  reasons: Reason[]
}

/** The moves that follow from an act by themselves, in their order. */
export interface Chain {
  moves: { transition: Transition; commands: Command[] }[]
  document: DocumentSnapshot
  undecided: Undecided | null
}

/** So many moves are made at most; the checker refuses loops, and a rehearsal may try what it would refuse. */
const longestChain = 100

/**
 * What a document does by itself where it stands (model, section 3, step 6): exactly one guard that holds moves it, and
 * on from there; none leaves it; of several none is picked.
 */
export function moveOn(standing: Omit<Standing, 'person' | 'comment'>): Chain {
  const { configuration } = standing
  const moves: Chain['moves'] = []
  let { document } = standing
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  while (moves.length < longestChain) {
    const request: Standing = { ...standing, document, person: system }
    const open = holding(request, lifecycle)
    const [only] = open
    if (!only) return { moves, document, undecided: null }
    const made = open.length === 1 ? ownMove(request, lifecycle, only) : null
    if (!made || made.reasons.length) {
      const ids = open.map(({ id }) => id)
      return {
        moves,
        document,
        undecided: { transitions: ids, reasons: made?.reasons ?? [severalHold(lifecycle, open)] },
      }
    }
    moves.push({ transition: only, commands: made.commands })
    document = carryOut(document, made.commands)
  }
  const { transition } = moves.at(-1)!
  const endless = reason(
    'trigger',
    `${transition.name} and what follows it move the document on without end`,
    lifecycle,
    transition,
  )
  return { moves, document, undecided: { transitions: [transition.id], reasons: [endless] } }
}

/** The unattended transitions from where a document stands whose guards hold. */
export const holding = (
  { configuration, document }: Pick<Standing, 'configuration' | 'document'>,
  { transitions }: Lifecycle,
): Transition[] =>
  transitions.filter(
    ({ trigger, from, guard }) =>
      trigger === 'unattended' && from.includes(document.state) && holds({ configuration, document }, guard),
  )

/** A guard that cannot be read holds for nothing: publishing refuses it. */
function holds(about: Pick<Standing, 'configuration' | 'document'>, guard: string | undefined): boolean {
  try {
    return guardIsTrue(about, guard)
  } catch (error) {
    if (error instanceof ConditionError) return false
    throw error
  }
}

function ownMove(request: Standing, lifecycle: Lifecycle, transition: Transition) {
  const { reasons, commands } = completion({ ...request, lifecycle, transition, signatures: [] })
  return { reasons: [...reasonsAgainstByItself(request, lifecycle, transition), ...reasons], commands }
}

const reason = (
  rule: Reason['rule'],
  message: string,
  lifecycle: Lifecycle,
  transition: Transition,
): Reason => ({
  ...{ rule, message, where: whereIs(lifecycle, transition) },
  wayOut: 'change the guards so that exactly one of them holds',
})

const severalHold = (lifecycle: Lifecycle, open: Transition[]): Reason =>
  reason(
    'guard',
    `${open.map(({ name }) => name).join(' and ')} would both happen by themselves, and none is picked`,
    lifecycle,
    open[0]!,
  )
