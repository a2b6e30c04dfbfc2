import type { Person, Reason } from '../access'
import { type Decision, done, refused } from './decision'
import { checkedIn, type Standing } from './standing'

/** A document to be given into other hands. */
export interface HandOnRequest extends Standing {
  person: Person & { administrator?: boolean }
  /** Who has it now, by name. */
  ownerName: string
  to: Person & { active: boolean }
}

/**
 * What handing a document on would do, or every reason against: its owner does it, or an administrator; it is checked
 * in, and it goes to somebody active (model, section 3, acts).
 */
export function decideHandOn(request: HandOnRequest): Decision {
  const { document, to } = request
  const reasons = [...checkedIn(request), ...isOwners(request), ...canTake(request)]
  return reasons.length
    ? refused(reasons)
    : done([{ kind: 'set-owner', before: document.owner, after: to.id }])
}

const where = 'the document'

function isOwners({ document, person, ownerName }: HandOnRequest): Reason[] {
  if (person.administrator || document.owner === person.id) return []
  return [
    {
      rule: 'owner',
      message: `${document.number} belongs to ${ownerName}, and not to ${person.name}`,
      where,
      wayOut: `ask ${ownerName}, or an administrator, to hand it on`,
    },
  ]
}

function canTake({ document, to }: HandOnRequest): Reason[] {
  if (!to.active)
    return [
      {
        rule: 'deactivated',
        message: `${to.name} is deactivated, and nothing can belong to them any more`,
        where: `person ${to.name}`,
        wayOut: 'hand it on to somebody who is active',
      },
    ]
  if (document.owner !== to.id) return []
  return [
    {
      rule: 'already',
      message: `${document.number} belongs to ${to.name} already`,
      where,
      wayOut: 'nothing has to be done',
    },
  ]
}
