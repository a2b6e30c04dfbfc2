import { and, asc, eq, isNull } from 'drizzle-orm'
import { outbox } from '../database/schema'
import type { JobKindModule } from '../jobs/job-kind'
import { ownOrigin } from './own-origin'
import { putInOutbox } from './outbox'

type Gathered = typeof outbox.$inferSelect

/** One letter to each of those who want one a day, with all that has gathered for them. */
export const digestJob: JobKindModule = {
  lane: 'short',
  attempts: 5,
  run: async ({ portion, progress }) => {
    let sent = 0
    for (;;) {
      const waits = and(eq(outbox.gathered, true), isNull(outbox.digest))
      const isDone = portion((tx) => {
        const first = tx.select({ recipient: outbox.recipient }).from(outbox).where(waits).limit(1).get()
        if (!first) return true
        const theirs = and(waits, eq(outbox.recipient, first.recipient))
        const letters = tx.select().from(outbox).where(theirs).orderBy(asc(outbox.id)).limit(500).all()
        const digest = putInOutbox(tx, digestOf(first.recipient, letters))
        for (const { id, at } of letters)
          tx.update(outbox).set({ digest, sentAt: at }).where(eq(outbox.id, id)).run()
        sent++
        return false
      })
      if (isDone) return { done: sent ? `${sent} digests` : 'nothing had gathered' }
      if (!progress(sent, sent)) return 'stopped'
    }
  },
}

/** The letters of a day as one. */
function digestOf(recipient: string, letters: Gathered[]) {
  const parts = letters.map(({ at, subject, body, link }) =>
    [`${at.slice(0, 16).replace('T', ' ')}  ${subject}`, body.trim(), link].filter(Boolean).join('\n'),
  )
  const count = letters.length
  return {
    recipient,
    subject: count === 1 ? letters[0]!.subject : `${count} notices from the vault`,
    body: `${parts.join('\n\n')}\n`,
    link: ownOrigin(),
  }
}
