import { allowsIn, chainTo, type Person, principalsOf, relationOf } from '../access'
import { type Lifecycle, lifecycleOf, stateUseOf } from '../configuration'
import { type Command, ofKind } from './commands'
import { standsOpen } from './reasons-against-firing'
import { othersWhoCould } from './sign'
import { signaturesFor } from './round'
import type { Standing } from './standing'

/** Somebody who may be told: active, and where letters reach them. */
export interface Reader extends Person {
  mail?: string | null
}

/** A letter as it leaves: to addresses, each once. */
export interface Letter {
  transition: string
  to: string[]
  /** Those of them who could sign next: it asks for an act of theirs, and comes whatever they wish. */
  asks: string[]
  subject: string
  body: string
}

/**
 * The letters that commands send, each to the people it names who are active and may see the document where the chain
 * of moves ends (model, section 3). One that reaches nobody is none.
 */
export function lettersOf(
  { configuration, folders, document }: Pick<Standing, 'configuration' | 'folders' | 'document'>,
  commands: Command[],
  readers: Reader[],
): Letter[] {
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const chain = chainTo(folders, document.folder)
  const use = stateUseOf(lifecycle, document.state)
  const present = readers
    .map((person) => ({ person, held: principalsOf(person, chain, relationOf(person, document)) }))
    .filter(({ held }) => allowsIn(chain, held, use, 'see'))
  const signers = nextSigners({ configuration, folders, document, lifecycle }, readers)
  const isMeant = ({ person, held }: (typeof present)[number], named: string): boolean => {
    if (named === 'lastEditor') return person.id === document.lastEditor
    if (named === 'nextSigners') return signers.has(person.id)
    return held.has(named)
  }
  return ofKind(commands, 'tell').flatMap(({ transition, to, subject, body }) => {
    const mails = to.flatMap((named) =>
      named.startsWith('mail:')
        ? [named.slice('mail:'.length)]
        : present.flatMap((one) => (isMeant(one, named) && one.person.mail ? [one.person.mail] : [])),
    )
    const asked = to.includes('nextSigners') ? present.filter(({ person }) => signers.has(person.id)) : []
    const asks = asked.flatMap(({ person }) => person.mail ?? [])
    return mails.length ? [{ transition, to: [...new Set(mails)], asks, subject, body }] : []
  })
}

/** Everybody who could sign next, in any round that could be open where a document stands. */
function nextSigners(
  about: Pick<Standing, 'configuration' | 'folders' | 'document'> & { lifecycle: Lifecycle },
  people: Person[],
): Set<string> {
  const { document, lifecycle } = about
  const rounds = lifecycle.transitions.filter(
    (transition) =>
      transition.trigger === 'quorum' &&
      transition.from.includes(document.state) &&
      standsOpen(about, lifecycle, transition),
  )
  return new Set(
    rounds.flatMap((transition) =>
      othersWhoCould({ ...about, transition }, signaturesFor(document, transition), people).map(
        ({ person }) => person.id,
      ),
    ),
  )
}
