import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { defineCommand } from 'citty'
import { type ChainedEntry, verifyChain } from '../../core/audit'
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

/** A trail from before there were codes has no column for them. */
function codeColumn(db: Database.Database): string {
  const columns = db.pragma('table_info(audit)') as { name: string }[]
  return columns.some(({ name }) => name === 'code') ? 'code' : 'null code'
}

function readChain(file: string) {
  try {
    const db = new Database(file, { readonly: true, timeout: 15_000 })
    const entries = db
      .prepare(
        `select id, at, person_id personId, person_name personName, action, subject_kind subjectKind, subject_id subjectId,
      subject_name subjectName, before, after, why, ${codeColumn(db)}, previous_hash previousHash, hash from audit order by id`,
      )
      .iterate() as IterableIterator<ChainedEntry>
    const verdict = verifyChain((text) => createHash('sha256').update(text).digest('hex'), entries)
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
