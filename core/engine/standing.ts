import type { Folder, Person, Reason } from '../access'
import type { Configuration } from '../configuration'
import type { DocumentSnapshot } from './document'

/** A document, who acts on it, and everything the answer rests on. */
export interface Standing {
  configuration: Configuration
  folders: Folder[]
  document: DocumentSnapshot
  person: Person
  /** Everybody who is active, asked for only where somebody else is to be named. */
  people?: () => Person[]
  comment?: string
  /** ISO day. */
  today: string
}

/** Nobody may act on a document that is checked out, not even its holder. */
export function checkedIn({ document, person }: Pick<Standing, 'document' | 'person'>): Reason[] {
  if (!document.checkedOutBy) return []
  const { id, name } = document.checkedOutBy
  const own = id === person.id
  return [
    {
      rule: 'checked-out',
      message: `${document.number} is checked out by ${own ? 'you' : name}`,
      where: 'the document',
      wayOut: own ? 'check it in, or undo the check-out' : `ask ${name} to check it in`,
    },
  ]
}

/** An act that must be given a reason. */
export function commentGiven({ comment }: Pick<Standing, 'comment'>, act: string, where: string): Reason[] {
  if (comment?.trim()) return []
  return [{ rule: 'comment', message: `${act} asks for a comment`, where, wayOut: 'write one' }]
}
