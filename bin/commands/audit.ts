import { existsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { defineCommand } from 'citty'
import { verifyTrail } from '../../backup/trail'
import { dataArgument, dataFolder } from '../data-folder'
import { answer, UsageError } from '../input'

const verifyCommand = defineCommand({
  meta: { name: 'verify', description: 'whether the audit trail is whole, from its first entry to its last' },
  args: {
    data: dataArgument,
  },
  async run({ args }) {
    const folder = dataFolder(args.data)
    const file = join(folder, 'ilmenite.sqlite')
    if (!existsSync(file))
      throw new UsageError(`${folder} is no data folder of Ilmenite: there is no ilmenite.sqlite in it`)
    const verdict = readChain(file)
    await answer(verdict)
    if (!verdict.whole) process.exitCode = 1
  },
})

function readChain(file: string) {
  try {
    const db = new Database(file, { readonly: true, timeout: 15_000 })
    const verdict = verifyTrail(db)
    db.close()
    return verdict
  } catch (error) {
    throw new UsageError(`${file} cannot be read: ${(error as Error).message}`)
  }
}

export const auditCommand = defineCommand({
  meta: { name: 'audit', description: 'the audit trail' },
  subCommands: { verify: verifyCommand },
})
