import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { SMTPServer } from 'smtp-server'

/** The most bytes of one letter that are kept. */
const most = 5 * 2 ** 20

/**
 * A mail server that stands in for a real one: it takes every letter by SMTP, on this machine alone, and keeps it as a
 * file (RFC 5322) for whoever wants to read it. @returns the address to send to.
 */
export function startMailServer(folder: string): Promise<string> {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  let count = 0
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    size: most,
    onData(stream, session, done) {
      const chunks: Buffer[] = []
      stream.on('data', (chunk: Buffer) => chunks.push(chunk))
      stream.on('end', () => {
        const to = session.envelope.rcptTo
          .map(({ address }) => address.replace(/[^a-z0-9.@-]/gi, '_'))
          .join(',')
        const name = `${new Date().toISOString().replace(/:/g, '-')} ${++count} ${to.slice(0, 100)}.eml`
        writeFileSync(join(folder, name), Buffer.concat(chunks), { mode: 0o600 })
        done()
      })
    },
  })
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const address = server.server.address() as { port: number }
      server.server.unref()
      resolve(`smtp://127.0.0.1:${address.port}`)
    })
  })
}
