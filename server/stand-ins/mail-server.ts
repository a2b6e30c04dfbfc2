import { mkdirSync, readdirSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { SMTPServer } from 'smtp-server'

/** What stands before the @ of a letter’s message id, as far as it can be in a file’s name. */
const idIn = (letter: Buffer): string =>
  /^message-id: *<([a-z0-9-]{1,60})@/im.exec(letter.subarray(0, 4000).toString('latin1'))?.[1] ?? 'none'

/** The most bytes of one letter that are kept. */
const most = 5 * 2 ** 20

/** Writes a letter beside its place first, so that nobody reads half of it. */
function keepLetter(folder: string, name: string, letter: Buffer): void {
  const aside = join(folder, 'coming-in')
  writeFileSync(aside, letter, { mode: 0o600 })
  renameSync(aside, join(folder, name))
}

/** The answer of a mail server that cannot keep a letter now (RFC 5321, 4.2.3): whoever sent it tries again. */
const tryAgain = (error: unknown) =>
  Object.assign(new Error(`the letter could not be kept: ${(error as Error).message}`), { responseCode: 452 })

/**
 * A mail server that stands in for a real one: it takes every letter by SMTP, on this machine alone, and keeps it as a
 * file (RFC 5322) for whoever wants to read it. @returns the address to send to.
 */
export function startMailServer(folder: string): Promise<string> {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  let count = 0
  const known = new Set(readdirSync(folder).map((name) => name.split(' ')[2]))
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
        const letter = Buffer.concat(chunks)
        const id = idIn(letter)
        // As mail servers do: one that comes again is the same letter.
        if (id !== 'none' && known.has(id)) return done()
        const moment = new Date().toISOString().replace(/:/g, '-')
        const name = `${moment} ${++count} ${id} ${to.slice(0, 100)}.eml`
        try {
          keepLetter(folder, name, letter)
        } catch (error) {
          return done(tryAgain(error))
        }
        known.add(id)
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
