// Letters through the outbox against nodemailer alone, over a pool of the same size.
import { createJiti } from 'jiti'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createTransport } from 'nodemailer'

const jiti = createJiti(import.meta.url)
const { emptyVault } = await jiti.import('../server/documents/vault.fixture.ts')
const { MailSender } = await jiti.import('../server/mail/sender.ts')
const { putInOutbox } = await jiti.import('../server/mail/outbox.ts')
const { startMailServer } = await jiti.import('../server/stand-ins/mail-server.ts')

const count = 10_000
const from = 'vault@brackwater.example'
const body = 'Jonas Eckhart asks you to sign BR-1 Jaw, upper.\n\nready for the second look'
const letter = (n) => ({ recipient: `p${n % 50}@brackwater.example`, subject: `BR-${n} is shared`, body })

async function throughOutbox(server) {
  const vault = emptyVault()
  vault.db.$client.transaction(() => {
    for (let n = 0; n < count; n++) putInOutbox(vault.db, letter(n))
  })()
  const sender = new MailSender(vault.db, server, from)
  const started = performance.now()
  await sender.sendAll()
  const ms = performance.now() - started
  sender.stop()
  const sent = vault.db.$client.prepare('select count(*) from outbox where sent_at is not null').pluck().get()
  vault.remove()
  if (sent !== count) throw new Error(`${sent} of ${count} letters were sent`)
  return ms
}

async function alone(server) {
  const transport = createTransport({ url: server, pool: true, maxConnections: 4, maxMessages: Infinity })
  const started = performance.now()
  await Promise.all(
    Array.from({ length: count }, (_, n) => {
      const { recipient, subject } = letter(n)
      return transport.sendMail({ from, to: recipient, subject, text: body, html: `<p>${body}</p>` })
    }),
  )
  const ms = performance.now() - started
  transport.close()
  return ms
}

/** A line for the table. */
export async function benchLetters() {
  const folder = mkdtempSync(join(tmpdir(), 'bench-mail-'))
  const server = await startMailServer(folder)
  const outboxMs = await throughOutbox(server)
  const nodemailerMs = await alone(server)
  rmSync(folder, { recursive: true })
  return {
    name: `${count} letters through the outbox: nodemailer alone, over the same pool, over it`,
    ratio: nodemailerMs / outboxMs,
    atLeast: 0.5,
    figures: { outboxMs, nodemailerMs, lettersASecond: (count / outboxMs) * 1000 },
  }
}
