import { lifecycleOf, type Transition } from '../configuration'
import { decide, type DocumentSnapshot, holding, told, type Told } from '../engine'
import { activePeople, type Actor, documentNumbered, sees, standingIn, type World } from './world'

/** A transition as somebody meets it where a document stands. */
export interface Way {
  transition: string
  /** Whether it starts where the document stands; what it would do, or every reason against, is known then alone. */
  here: boolean
  decision: Told | null
}

/** Somebody else, and what they could do with a document now. */
export interface Other {
  person: string
  name: string
  transitions: string[]
}

/** Every transition of a document’s lifecycle, as somebody meets it; unattended ones by their guards. */
export function waysOf(world: World, personId: string, number: string, comment = 'x'): Way[] {
  const document = documentNumbered(world, number)
  const person = world.people.find(({ id }) => id === personId)
  if (!document || !person) return []
  return lifecycleOf(world.configuration, document.lifecycle).transitions.map((transition) => {
    const here = transition.from.includes(document.state)
    const decision = here ? met(world, person, document, transition, comment) : null
    return { transition: transition.id, here, decision }
  })
}

function met(
  world: World,
  person: Actor,
  document: DocumentSnapshot,
  transition: Transition,
  comment: string,
): Told {
  if (transition.trigger === 'unattended') return byItself(world, document, transition)
  if (!sees(world, person, document)) return hidden(document)
  const standing = standingIn(world, person, document, comment)
  return told(document, decide({ ...standing, transition: transition.id }))
}

const hidden = ({ number }: DocumentSnapshot): Told => ({
  ok: false,
  reasons: [
    {
      rule: 'not-found',
      message: `they may not see ${number} where it stands`,
      where: 'the state and the folder',
      wayOut: 'grant them to see it',
    },
  ],
})

/** Nobody fires it: whether it would happen by itself is a matter of its guard. */
function byItself(world: World, document: DocumentSnapshot, transition: Transition): Told {
  const lifecycle = lifecycleOf(world.configuration, document.lifecycle)
  const holds = holding({ configuration: world.configuration, document }, lifecycle).includes(transition)
  const message = holds
    ? 'happens by itself with the next check-in'
    : 'its guard does not hold, so it does not happen by itself'
  const wayOut = holds ? 'check something in' : 'make its guard true'
  return { ok: false, reasons: [{ rule: 'trigger', message, where: lifecycle.name, wayOut }] }
}

/** Everybody else who could do something with a document where it stands, those who can most first. */
export function othersAt(world: World, except: string, number: string): Other[] {
  const document = documentNumbered(world, number)
  if (!document) return []
  return activePeople(world)
    .filter(({ id }) => id !== except)
    .flatMap((person) => {
      const open = waysOf(world, person.id, number).flatMap(({ transition, decision }) =>
        decision?.ok ? [transition] : [],
      )
      return open.length ? [{ person: person.id, name: person.name, transitions: open }] : []
    })
    .sort((one, other) => other.transitions.length - one.transitions.length)
}
