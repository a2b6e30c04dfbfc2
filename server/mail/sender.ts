import { and, asc, eq, isNull, lte } from 'drizzle-orm'
import { createTransport, type Transporter } from 'nodemailer'
import { clock, now } from '../clock'
import { whenFree } from '../database/busy'
import type { Db } from '../database/connection'
import { outbox } from '../database/schema'

/** How often it is looked whether something waits, in milliseconds. */
const every = 2000
/** Between tries of one letter, in seconds; after the last it is given up. */
const pauses = [10, 60, 300, 1800, 7200, 21_600]
/** How long a mail server may be silent, in milliseconds. */
const patience = 20_000

/**
 * Sends what stands in the outbox, one letter after the other, by SMTP (RFC 5321). A mail server that is down delays
 * the mail and nothing else. What a letter says is emptied once it is out, since links in it are secrets.
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
    this.transport = createTransport({ url: server, ...limits } as object)
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
  }

  /** Sends all that is due. */
  async sendAll(): Promise<void> {
    for (;;) {
      const due = and(isNull(outbox.sentAt), lte(outbox.nextAt, now()))
      const letter = this.db.select().from(outbox).where(due).orderBy(asc(outbox.nextAt)).limit(1).get()
      if (!letter) return
      await this.send(letter)
    }
  }

  private async send(letter: typeof outbox.$inferSelect): Promise<void> {
    const { id, recipient, subject, body, attempts } = letter
    const messageId = `<outbox-${id}@${this.from.split('@').at(-1)}>`
    const problem = await this.transport
      .sendMail({ from: this.from, to: recipient, subject, text: body, messageId })
      .then(
        () => null,
        (error: Error) => error.message,
      )
    const pause = pauses[attempts]
    const nextAt =
      problem && pause !== undefined ? new Date(clock.now().getTime() + pause * 1000).toISOString() : null
    const outcome =
      problem === null
        ? { sentAt: now(), nextAt: null, problem: null, body: '', attempts: attempts + 1 }
        : { nextAt, problem, attempts: attempts + 1 }
    // Waits for its turn: a letter that is out and not noted would go out again.
    await whenFree(() => this.db.update(outbox).set(outcome).where(eq(outbox.id, id)).run())
  }
}
