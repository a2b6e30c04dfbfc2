import { existsSync, readdirSync, rmSync } from 'node:fs'
import { createRequire } from 'node:module'
import { createServer } from 'node:net'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import type Sqlite from 'better-sqlite3'
import { defineCommand } from 'citty'
import { UsageError } from '../input'
import { requireUsable } from '../usable-folder'

const project = resolve(dirname(fileURLToPath(import.meta.url)), '../..')

export const serveCommand = defineCommand({
  meta: { name: 'serve', description: 'serves the web application' },
  args: {
    port: { type: 'string', description: 'the port; else PORT, else 4710', valueHint: 'N' },
    host: { type: 'string', description: 'the address to listen on', default: '127.0.0.1' },
    data: {
      type: 'string',
      description: 'the data folder; else ILMENITE_DATA, else ./data',
      valueHint: 'FOLDER',
    },
    log: {
      type: 'enum',
      options: ['text', 'json'],
      description: 'the log: sentences, or a JSON object a line; else ILMENITE_LOG',
    },
  },
  async run({ args }) {
    const port = Number(args.port ?? process.env.PORT ?? 4710)
    if (!Number.isInteger(port) || port < 1 || port > 65_535)
      throw new UsageError(`“${args.port ?? process.env.PORT}” is no port: it is a number from 1 to 65535`)
    const entry = join(project, '.output/server/index.mjs')
    if (!existsSync(entry))
      throw new UsageError('the application is not built yet: run “npm run build” first')
    const data = resolve(args.data ?? process.env.ILMENITE_DATA ?? 'data')
    // Whatever the server writes is for nobody else on the machine.
    process.umask(0o077)
    // The server's own copy of SQLite: a second copy in one process would undo its file locks.
    const Database = createRequire(entry)('better-sqlite3') as typeof Sqlite
    checkDataFolder(data, Database)
    await checkPort(port, args.host)
    holdDataFolder(data, Database)
    if (args.log) process.env.ILMENITE_LOG = args.log
    Object.assign(process.env, {
      ILMENITE_DATA: data,
      ILMENITE_MIGRATIONS: join(project, 'server/database/migrations'),
      ILMENITE_PROGRAMS: join(project, '.output/server/programs'),
      // Nitro listens on the first two; links lead to the others.
      NITRO_PORT: String(port),
      NITRO_HOST: args.host,
      PORT: String(port),
      HOST: args.host,
    })
    process.env.UV_THREADPOOL_SIZE ??= '8'
    await import(pathToFileURL(entry).href)
  },
})

/** The data folder must be a folder that can be written, and its database, if there, one that can be read. */
function checkDataFolder(folder: string, Database: typeof Sqlite): void {
  const wayOut = 'Mend it, or name another folder with --data or ILMENITE_DATA.'
  requireUsable(folder, `the data folder ${folder}`, wayOut)
  requireNothingElse(folder)
  requireDatabase(join(folder, 'ilmenite.sqlite'), Database)
  // What earlier versions kept a secret in: there is none any more.
  rmSync(join(folder, 'secrets'), { recursive: true, force: true })
  rmSync(join(folder, 'session-secret'), { force: true })
}

/** A folder may hold these before it holds a vault: archives, backups, and the files of an interrupted start. */
const besideVault = /^(archives|backups|files|mail|in-use.*|ilmenite\.sqlite.*|lost\+found|\..*)$/

/** @throws UsageError if a folder without a vault holds the files of another program. */
function requireNothingElse(folder: string): void {
  // Contents without their database are a vault's: opening it says what is missing.
  if (['ilmenite.sqlite', 'files'].some((name) => existsSync(join(folder, name)))) return
  const other = readdirSync(folder).find((name) => !besideVault.test(name))
  if (other === undefined) return
  throw new UsageError(
    `${folder} holds no vault but something else (${other}): name an empty folder with --data or ILMENITE_DATA`,
  )
}

/** @throws UsageError where there is a file that is no database. */
function requireDatabase(file: string, Database: typeof Sqlite): void {
  if (!existsSync(file)) return
  try {
    const db = new Database(file, { readonly: true, timeout: 15_000 })
    db.prepare('select count(*) from sqlite_master').get()
    db.close()
  } catch (error) {
    throw new UsageError(
      `${file} is not a database that Ilmenite can read (${(error as Error).message}). ` +
        'Put a backup in its place, or name another folder with --data or ILMENITE_DATA.',
    )
  }
}

/**
 * Two servers on one folder would take up each other's jobs. The lock is the system's, so it ends with the
 * process, however that ends.
 */
function holdDataFolder(folder: string, Database: typeof Sqlite): void {
  const lock = new Database(join(folder, 'in-use'), { timeout: 0 })
  try {
    lock.exec('begin exclusive')
  } catch {
    throw new UsageError(
      `another Ilmenite serves the data folder ${folder} already: end that one, or name another folder with --data or ILMENITE_DATA`,
    )
  }
  held = lock
}

/** Kept for as long as the process lives: closing it would let the folder go. */
let held: Sqlite.Database | undefined
process.once('exit', () => held?.close())

async function checkPort(port: number, host: string): Promise<void> {
  const fault = await new Promise<NodeJS.ErrnoException | undefined>((done) => {
    const probe = createServer()
      .once('error', done)
      .listen(port, host, () => probe.close(() => done(undefined)))
  })
  if (fault?.code === 'EADDRINUSE')
    throw new UsageError(
      `port ${port} is in use by another program: end that one, or choose another port with --port`,
    )
  if (fault)
    throw new UsageError(
      `port ${port} on ${host} cannot be used (${fault.code}): choose another with --port or --host`,
    )
}
