import { existsSync, mkdirSync, renameSync, rmSync, statSync, writeSync, openSync, closeSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { parseArgs } from 'node:util'
import { defineCommand } from 'citty'
import { openFile, walkArchive } from '../../archive'
import {
  type Change,
  dividedAt,
  drawRevisions,
  type FileHistoryRow,
  readFile,
  type WrittenFile,
  writeFile,
} from '../../core/formats'
import { answer, readJson, UsageError } from '../input'

/** The files of a path: itself, or everything below a folder. @throws UsageError where there is neither. */
async function* filesAt(path: string): AsyncGenerator<string> {
  const found = statSync(path, { throwIfNoEntry: false })
  if (!found) throw new UsageError(`${path} does not exist`)
  if (found.isFile()) yield path
  else if (found.isDirectory()) yield* walkArchive(path)
  else throw new UsageError(`${path} is neither a file nor a folder`)
}

/** Runs with a file open. @throws UsageError where it cannot be opened. */
async function withFile<T>(path: string, run: (file: ReturnType<typeof openFile>) => Promise<T>): Promise<T> {
  let file: ReturnType<typeof openFile>
  try {
    file = openFile(path)
  } catch (error) {
    throw new UsageError(`${path} cannot be read (${(error as NodeJS.ErrnoException).code})`)
  }
  try {
    return await run(file)
  } finally {
    file.close()
  }
}

const read = defineCommand({
  meta: { name: 'read', description: 'what files hold: places, revision table, references; a file a line' },
  args: {
    path: { type: 'positional', description: 'files or folders', required: true, valueHint: 'PATH…' },
  },
  async run({ rawArgs }) {
    const { positionals } = parseArgs({ args: rawArgs, allowPositionals: true })
    for (const given of positionals)
      for await (const path of filesAt(given))
        answer({ path, ...(await withFile(path, (file) => readFile(file, basename(path)))) })
  },
})

/** `PLACE=VALUE`: a place ends at the first equals sign behind its kind. */
function changeOf(text: string): Change {
  const at = text.indexOf('=')
  if (at < 1 || !text.slice(0, at).includes(':'))
    throw new UsageError(`“${text}” is no PLACE=VALUE: write --set 'core:title=Grip jaw'`)
  return { place: text.slice(0, at), value: text.slice(at + 1) }
}

/** Writes a file beside its place and then puts it there: a kill leaves nothing half-written. */
function putFile(out: string, parts: Iterable<Uint8Array>): void {
  const folder = dirname(out)
  if (!existsSync(folder)) mkdirSync(folder, { recursive: true })
  const beside = join(folder, `.${basename(out)}.${process.pid}.part`)
  try {
    const handle = openSync(beside, 'w')
    try {
      for (const part of parts) for (let at = 0; at < part.length;) at += writeSync(handle, part, at)
    } finally {
      closeSync(handle)
    }
    renameSync(beside, out)
  } catch (error) {
    rmSync(beside, { force: true })
    throw new UsageError(`${out} cannot be written (${(error as NodeJS.ErrnoException).code ?? error})`)
  }
}

/** Tells what was written, and ends with 1 where nothing was. */
function told(path: string, { parts, ...outcome }: WrittenFile, out: string): void {
  if (parts) putFile(out, parts)
  else process.exitCode = 1
  answer({ path, ...outcome })
}

const write = defineCommand({
  meta: { name: 'write', description: 'writes values at places of a file, into a new one' },
  args: {
    path: { type: 'positional', description: 'the file', required: true, valueHint: 'PATH' },
    set: { type: 'string', description: 'a place and its value; more than once', valueHint: 'PLACE=VALUE' },
    out: { type: 'string', description: 'the new file', required: true, valueHint: 'NEW' },
  },
  async run({ args, rawArgs }) {
    const options = { set: { type: 'string', multiple: true }, out: { type: 'string' } } as const
    const { values } = parseArgs({ args: rawArgs, allowPositionals: true, options })
    const changes = (values.set ?? []).map(changeOf)
    if (!changes.length) throw new UsageError("nothing is to be written: give --set 'PLACE=VALUE'")
    if (!statSync(args.path, { throwIfNoEntry: false })?.isFile())
      throw new UsageError(`${args.path} is no file`)
    await withFile(args.path, async (file) =>
      told(args.path, await writeFile(file, basename(args.path), changes), args.out),
    )
  },
})

/** Rows of a register, as they are told elsewhere. @throws UsageError where a file holds none. */
function readRows(file: string): FileHistoryRow[] {
  const rows = readJson<Record<string, unknown>[]>(file)
  if (!Array.isArray(rows)) throw new UsageError(`${file}: a register is a list of rows`)
  return rows.map((row, index) => {
    const label = row?.label ?? row?.revision
    if (typeof label !== 'string' || !label) throw new UsageError(`${file}, row ${index + 1} has no label`)
    const text = (...names: string[]) =>
      String(names.map((name) => row[name]).find((value) => value != null) ?? '')
    return {
      revision: label,
      date: text('date'),
      by: text('by', 'author', 'person'),
      text: text('text', 'comment'),
    }
  })
}

const revisions = defineCommand({
  meta: {
    name: 'revisions',
    description: 'draws the live block of revisions, and the carry-over block, into a new file',
  },
  args: {
    path: { type: 'positional', description: 'the drawing', required: true, valueHint: 'PATH' },
    register: {
      type: 'string',
      description: 'rows of a register, JSON',
      required: true,
      valueHint: 'R.json',
    },
    transfer: {
      type: 'string',
      description: 'the label up to which rows are carried over',
      valueHint: 'LABEL',
    },
    out: { type: 'string', description: 'the new file', required: true, valueHint: 'NEW' },
  },
  async run({ args }) {
    if (!statSync(args.path, { throwIfNoEntry: false })?.isFile())
      throw new UsageError(`${args.path} is no file`)
    const blocks = dividedAt(readRows(args.register), args.transfer)
    if (!blocks) throw new UsageError(`${args.register} has no row with the label ${args.transfer}`)
    await withFile(args.path, async (file) => {
      const { parts, ...drawn } = drawRevisions(file, basename(args.path), blocks)
      if (parts) putFile(args.out, parts)
      else process.exitCode = 1
      answer({ path: args.path, ...drawn })
    })
  },
})

export const fileCommand = defineCommand({
  meta: { name: 'file', description: 'what is in files, and what is written into them' },
  subCommands: { read, write, revisions },
})
