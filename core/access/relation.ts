import { creator, owner, type Principal } from './principal'

/** What somebody is to a document itself. */
export interface Relation {
  owner: boolean
  creator: boolean
}

/** Of somebody who has nothing to do with it. */
export const stranger: Relation = { owner: false, creator: false }

/** Everything that one can be to a document, strangers first. */
export const relations: Relation[] = [
  stranger,
  { owner: true, creator: false },
  { owner: false, creator: true },
  { owner: true, creator: true },
]

/** What a person is to a document, as far as that is known. */
export const relationOf = (
  person: { id: string },
  document: { owner?: string; creator?: string },
): Relation => ({ owner: document.owner === person.id, creator: document.creator === person.id })

/** The principals that a relation makes somebody. */
export const principalsOfRelation = (relation: Relation): Principal[] => [
  ...(relation.owner ? [owner] : []),
  ...(relation.creator ? [creator] : []),
]
