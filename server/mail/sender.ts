import { and, asc, eq, isNull, lte } from 'drizzle-orm'
import { createTransport, type Transporter } from 'nodemailer'
import { clock, now } from '../clock'
import { whenFree } from '../database/busy'
import { atomically, type Db } from '../database/connection'
import { outbox } from '../database/schema'
import { log } from '../log'
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

/** The server that letters go to, and in whose name. */
interface Way {
  server: string
  from: { name: string; address: string }
}

/**
 * Sends what stands in the outbox by SMTP (RFC 5321), some letters at a time. A mail server that is down delays the
 * mail and nothing else. A letter keeps its message id, whatever happens, so that one that went out just before a kill
 * is known for the same. What opens the vault is emptied once it is out.
 */
export class MailSender {
  private timer: NodeJS.Timeout | undefined
  private sending: Promise<unknown> | undefined
  private hasStopped = false
  private transport: { server: string; sends: Transporter } | undefined

  /** @param way how letters go out now: it is asked before each batch, since an administrator may change it */
  constructor(
    private readonly db: Db,
    private readonly way: () => Promise<Way>,
  ) {}

  start(): void {
    const turn = () => {
      this.sending = this.sendAll()
        .catch((error: unknown) => log.fault('The outbox could not be read', error))
        .finally(() => (this.timer = setTimeout(turn, every).unref()))
    }
    this.timer = setTimeout(turn, 0).unref()
  }

  /** Ends once the letters that are on their way have arrived, and are noted. */
  async stop(): Promise<void> {
    clearTimeout(this.timer)
    this.hasStopped = true
    await this.sending
    clearTimeout(this.timer)
    this.transport?.sends.close()
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
      if (letters.length === 0 || this.hasStopped) return
      const { server, from } = await this.way()
      const sends = this.transportTo(server)
      const problems = await Promise.all(letters.map((letter) => this.send(sends, from, letter)))
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

  private transportTo(server: string): Transporter {
    if (this.transport?.server === server) return this.transport.sends
    this.transport?.sends.close()
    const limits = { connectionTimeout: patience, greetingTimeout: patience, socketTimeout: patience }
    const pool = { pool: true, maxConnections: atOnce.connections, maxMessages: Infinity }
    const sends = createTransport({ url: server, ...limits, ...pool } as object)
    this.transport = { server, sends }
    return sends
  }

  /** @returns what the mail server has against it; null where it took it. */
  private async send(sends: Transporter, from: Way['from'], waiting: Waiting): Promise<Problem | null> {
    const letter = asItGoesOut(this.db, waiting)
    if (!('recipient' in letter)) return { message: letter.problem, isFinal: true }
    const { id, at, recipient, subject, body, link } = letter
    const messageId = `<${messageName(id, at)}@${from.address.split('@').at(-1)}>`
    const content = { text: asText(body, link), html: asHtml(body, link) }
    try {
      await sends.sendMail({ from, to: recipient, subject, ...content, messageId })
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
