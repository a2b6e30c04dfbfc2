import { defineCommand } from 'citty'
import { BackupError } from '../../backup/manifest'
import { restoreBackup } from '../../backup/read'
import { verifyVault } from '../../backup/verify'
import { writeBackup } from '../../backup/write'
import { dataArgument, dataFolder } from '../data-folder'
import { answer, UsageError } from '../input'

/** Says how far long work is, a few times a second, on standard error. */
function progressOn(what: string): (done: number, total: number) => void {
  let last = 0
  return (done, total) => {
    if (Date.now() - last < 300 && done !== total) return
    last = Date.now()
    if (process.stderr.isTTY)
      process.stderr.write(`\r${what} ${done} of ${total}${done === total ? '\n' : ''}`)
  }
}

/** @throws UsageError in the words of what is wrong with a backup. */
async function inWords<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException
    if (error instanceof BackupError || code) throw new UsageError(message)
    throw error
  }
}

export const backupCommand = defineCommand({
  meta: { name: 'backup', description: 'writes a vault into one file, while the server runs or not' },
  args: {
    data: dataArgument,
    to: { type: 'string', description: 'the file to write', required: true, valueHint: 'FILE' },
    since: {
      type: 'string',
      description: 'an earlier backup beside it: contents that it holds are left out',
      valueHint: 'FILE',
    },
  },
  run: ({ args }) =>
    inWords(async () => {
      const written = await writeBackup(dataFolder(args.data), args.to, args.since, progressOn('contents'))
      await answer(written)
      for (const { sha256, reason } of written.missing)
        process.stderr.write(`ilmenite: the content ${sha256} is not in the backup: ${reason}\n`)
      if (written.missing.length) process.exitCode = 1
    }),
})

export const restoreCommand = defineCommand({
  meta: { name: 'restore', description: 'brings a vault back from a backup, into an empty folder' },
  args: {
    from: { type: 'string', description: 'the backup', required: true, valueHint: 'FILE' },
    data: { ...dataArgument, required: true, description: 'an empty folder, or one that is not there yet' },
  },
  run: ({ args }) =>
    inWords(async () => {
      const restored = await restoreBackup(args.from, dataFolder(args.data), progressOn('files'))
      await answer(restored)
      if (restored.missing.length) process.exitCode = 1
    }),
})

export const verifyCommand = defineCommand({
  meta: {
    name: 'verify',
    description: 'whether a vault is whole: contents, registers, references, the audit trail',
  },
  args: { data: dataArgument },
  run: ({ args }) =>
    inWords(async () => {
      const verdict = await verifyVault(dataFolder(args.data), progressOn('contents'))
      await answer(verdict)
      if (!verdict.sound) process.exitCode = 1
    }),
})
