import type { Person, Reason } from '../access'
import {
  type Configuration,
  type Lifecycle,
  lifecycleOf,
  type Transition,
  transitionOf,
} from '../configuration'
import { ofKind } from './commands'
import { completion } from './complete'
import type { DocumentSnapshot, Written } from './document'
import type { Signature } from './round'
import type { Standing } from './standing'

/** What completing a transition would do to a document, whoever does it, for whoever writes its effects. */
export interface Previewed {
  label: { before: string | null; after: string | null }
  written: Written[]
  told: { to: string[]; subject: string; body: string }[]
  jobs: string[]
  reasons: Reason[]
}

/** Signatures as if everybody who is needed had signed, each named after their place. */
const pretended = ({ id, seats = [] }: Transition, today: string): Signature[] =>
  seats.flatMap((seat) =>
    Array.from({ length: seat.needed }, (_, index): Signature => ({
      ...{ transition: id, person: `${seat.id}-${index + 1}`, name: `${seat.name} ${index + 1}` },
      ...{
        initials: `${seat.name.charAt(0)}${index + 1}`,
        named: null,
        seat: seat.id,
        on: today,
        comment: null,
      },
    })),
  )

/** What completing a transition would do to a document as it stands; nobody is asked whether they may. */
export function preview(
  world: { configuration: Configuration; folders: Standing['folders']; people: Person[]; today: string },
  document: DocumentSnapshot,
  personId: string,
  id: string,
): Previewed {
  const { configuration, folders, today, people } = world
  const lifecycle: Lifecycle = lifecycleOf(configuration, document.lifecycle)
  const transition = transitionOf(lifecycle, id)
  const person = people.find((one) => one.id === personId) ?? people[0]!
  const standing = { configuration, folders, document, person, today, comment: 'a comment' }
  const { reasons, commands } = completion({
    ...{ ...standing, lifecycle, transition },
    signatures: pretended(transition, today),
  })
  const [label] = ofKind(commands, 'set-label')
  return {
    label: { before: document.revision, after: label ? label.after : document.revision },
    written: ofKind(commands, 'write-attribute'),
    told: ofKind(commands, 'tell').map(({ to, subject, body }) => ({ to, subject, body })),
    jobs: ofKind(commands, 'queue-job').map(({ job }) => job.kind),
    reasons,
  }
}
