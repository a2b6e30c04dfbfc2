import type { outbox } from '../database/schema'

type Gathered = typeof outbox.$inferSelect

/** The letters of a day as one. */
export function digestOf(recipient: string, letters: Gathered[], link: string) {
  const parts = letters.map(({ at, subject, body, link }) =>
    [`${at.slice(0, 16).replace('T', ' ')}  ${subject}`, body.trim(), link].filter(Boolean).join('\n'),
  )
  const count = letters.length
  return {
    recipient,
    // The outbox shows subjects to administrators, so the subject names no document.
    subject: `${count} ${count === 1 ? 'notice' : 'notices'} from the vault`,
    body: `${parts.join('\n\n')}\n`,
    link,
  }
}
