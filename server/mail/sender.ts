import { and, asc, eq, isNull, lte } from 'drizzle-orm'
import { createTransport, type Transporter } from 'nodemailer'
import { clock, now } from '../clock'
import { whenFree } from '../database/busy'
import { atomically, type Db } from '../database/connection'
import { outbox } from '../database/schema'
import { asHtml, asText } from './as-html'
import { asItGoesOut } from './ready'

/** How often it is looked whether something waits, in milliseconds. */
const every = 1000
/** Between tries of one letter, in seconds; after the last it is given up. */
const pauses = [10, 60, 300, 1800, 7200, 21_600]
/** How long a mail server may be silent, in milliseconds. */
const patience = 20_000
/** How many letters are on their way at a time, and over how many connections. */
const atOnce = { letters: 100, connections: 4 }

type Waiting = typeof outbox.$inferSelect

/**
 * Sends what stands in the outbox by SMTP (RFC 5321), some letters at a time. A mail server that is down delays the
 * mail and nothing else. A letter keeps its message id, whatever happens, so that one that went out just before a kill
 * is known for the same. What opens the vault is emptied once it is out.
 */
export class MailSender {
  private timer: NodeJS.Timeout | undefined
  private readonly transport: Transporter

  constructor(
    private readonly db: Db,
    server: string,
    private readonly from: string,
  ) {
    const limits = { connectionTimeout: patience, greetingTimeout: patience, socketTimeout: patience }
    const pool = { pool: true, maxConnections: atOnce.connections, maxMessages: Infinity }
    this.transport = createTransport({ url: server, ...limits, ...pool } as object)
  }

  start(): void {
    const turn = () => {
      this.sendAll()
        .catch((error: unknown) => console.error('The outbox could not be read:', error))
        .finally(() => (this.timer = setTimeout(turn, every).unref()))
    }
    this.timer = setTimeout(turn, 0).unref()
  }

  stop(): void {
    clearTimeout(this.timer)
    this.transport.close()
  }

  /** Sends all that is due. */
  async sendAll(): Promise<void> {
    const due = and(isNull(outbox.sentAt), lte(outbox.nextAt, now()))
    for (;;) {
      const letters = this.db
        .select()
        .from(outbox)
        .where(due)
        .orderBy(asc(outbox.nextAt), asc(outbox.id))
        .limit(atOnce.letters)
        .all()
      if (letters.length === 0) return
      const problems = await Promise.all(letters.map((letter) => this.send(letter)))
      // Waits for its turn: a letter that is out and not noted would go out again.
      await whenFree(() =>
        atomically(this.db, (tx) =>
          letters.forEach((letter, index) => {
            const outcome = outcomeOf(letter, problems[index]!)
            tx.update(outbox).set(outcome).where(eq(outbox.id, letter.id)).run()
          }),
        ),
      )
    }
  }

  /** @returns what the mail server has against it; null where it took it. */
  private async send(waiting: Waiting): Promise<Problem | null> {
    const letter = asItGoesOut(this.db, waiting)
    if (!('recipient' in letter)) return { message: letter.problem, isFinal: true }
    const { id, at, recipient, subject, body, link } = letter
    const messageId = `<${messageName(id, at)}@${this.from.split('@').at(-1)}>`
    const content = { text: asText(body, link), html: asHtml(body, link) }
    try {
      await this.transport.sendMail({ from: this.from, to: recipient, subject, ...content, messageId })
      return null
    } catch (error) {
      return { message: (error as Error).message, isFinal: false }
    }
  }
}

/** What a letter is known by, here and at the mail server; the moment keeps apart what a restored vault counts anew. */
export const messageName = (id: number, at: string): string => `outbox-${id}-${Date.parse(at).toString(36)}`

/** A problem with a letter, and whether it ends all tries. */
interface Problem {
  message: string
  isFinal: boolean
}

function outcomeOf({ attempts, body, secret }: Waiting, problem: Problem | null): Partial<Waiting> {
  if (problem === null)
    return {
      ...{ sentAt: now(), nextAt: null, problem: null, attempts: attempts + 1 },
      body: secret ? '' : body,
    }
  if (problem.isFinal) return { nextAt: null, problem: problem.message, body: '', attempts: attempts + 1 }
  const pause = pauses[attempts]
  const nextAt = pause === undefined ? null : new Date(clock.now().getTime() + pause * 1000).toISOString()
  return { nextAt, problem: problem.message, attempts: attempts + 1 }
}
