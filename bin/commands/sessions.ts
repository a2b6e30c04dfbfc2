import { existsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { defineCommand } from 'citty'
import { dataArgument, dataFolder } from '../data-folder'
import { answer, UsageError } from '../input'

const endCommand = defineCommand({
  meta: { name: 'end', description: 'signs everybody out, or one person, while the server runs or not' },
  args: {
    data: dataArgument,
    mail: {
      type: 'string',
      description: 'the person whose sessions end; without it, all',
      valueHint: 'ADDRESS',
    },
  },
  async run({ args }) {
    const folder = dataFolder(args.data)
    const file = join(folder, 'ilmenite.sqlite')
    if (!existsSync(file))
      throw new UsageError(`${folder} is no data folder of Ilmenite: there is no ilmenite.sqlite in it`)
    await answer({ ended: endSessions(file, args.mail) })
  },
})

/** Ends sessions in a database that a server may be using. @returns how many. */
function endSessions(file: string, mail: string | undefined): number {
  const db = new Database(file, { timeout: 15_000 })
  try {
    if (mail === undefined) return db.prepare('delete from sessions').run().changes
    const person = db.prepare('select id from people where mail = ?').pluck().get(mail.trim().toLowerCase())
    if (person === undefined) throw new UsageError(`nobody has the mail address ${mail}`)
    return db.prepare('delete from sessions where person_id = ?').run(person).changes
  } finally {
    db.close()
  }
}

export const sessionsCommand = defineCommand({
  meta: { name: 'sessions', description: 'who is signed in' },
  subCommands: { end: endCommand },
})
