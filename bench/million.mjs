// The vault at 1,000,000 documents in 129 folders against the same vault with the demo’s 300: every kind of list,
// filter, count and search, over HTTP, for an administrator and for an author; and a trivial request while twenty
// clients list.
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { demoData, signIn, startServer } from '../tests/support/server.mjs'

const documents = Number(process.env.ILMENITE_BENCH_DOCUMENTS ?? 1_000_000)
const rounds = 20

/**
 * Copies the demo's documents into 120 more folders, and mixes their titles and records, so that documents with
 * neighbouring numbers differ.
 */
export function fill(data) {
  const db = new Database(join(data, 'ilmenite.sqlite'))
  db.pragma('synchronous = off')
  db.pragma('cache_size = -400000')
  const tops = ['/Grips', '/Line', '/Drives', '/Stations']
  const paths = Array.from({ length: 120 }, (_, index) => `${tops[index % 4]}/Lot ${index}`)
  const add = db.prepare("insert into folders (path, key, rules) values (?, ?, '{}')")
  for (const path of paths) add.run(path, path)
  db.exec('create temp table lots (n integer primary key, path text)')
  const lot = db.prepare('insert into lots values (?, ?)')
  paths.forEach((path, index) => lot.run(index, path))
  const there = db.prepare('select count(*) from documents').pluck().get()
  db.exec('create temp table words (n integer primary key, title text, record text)')
  db.exec('insert into words select rowid, title, record from documents')
  const mixed = (column) =>
    `(select ${column} from words where words.n = abs(copies.n * 2654435761 + origin * 97) / 7 % ${there} + 1)`
  const others = {
    title: mixed('title'),
    record: mixed('record'),
    id: "id || '-' || n",
    // Neighbouring numbers belong to different documents of the demo.
    number: "printf('C%04d-%s', n, substr(number, 4))",
    checked_out_by: 'null',
    folder:
      'case when n % 4 = 0 then folder else (select path from lots where lots.n = (copies.n * 31 + length(folder)) % 120) end',
    changed_at: "strftime('%Y-%m-%dT%H:%M:%fZ', changed_at, '+' || n || ' seconds')",
  }
  const columns = db.prepare("select name from pragma_table_info('documents')").pluck().all()
  db.exec(`with recursive copies(n) as (select 1 union all select n + 1 from copies where n < ${Math.ceil(documents / there)})
    insert into documents (${columns}) select ${columns.map((name) => others[name] ?? name)}
    from copies, (select rowid as origin, * from documents) limit ${documents - there}`)
  db.exec('analyze')
  db.pragma('wal_checkpoint(truncate)')
  const count = db.prepare('select count(*) from documents').pluck().get()
  db.close()
  return count
}

const page = 'documents?limit=100'
/** Every kind of request, by what it is; LAST and MIDDLE stand for offsets, FAR for seven tenths of the way. */
const asked = {
  'first page': `${page}&offset=0&sort=number`,
  'last page': `${page}&offset=LAST&sort=number`,
  'page in the middle': `${page}&offset=MIDDLE&sort=number`,
  'by title, far down': `${page}&offset=FAR&sort=title`,
  'by revision, in the middle': `${page}&offset=MIDDLE&sort=revision`,
  'by change, far down': `${page}&offset=FAR&sort=changed`,
  'one label, by revision': `${page}&offset=0&sort=revision&revision=B`,
  'by title': `${page}&offset=0&sort=title`,
  'by revision, down': `${page}&offset=0&sort=revision&descending=true`,
  'by change, down': `${page}&offset=0&sort=changed&descending=true`,
  'by state': `${page}&offset=0&sort=state`,
  'by folder, last page': `${page}&offset=LAST&sort=folder`,
  'one state': `${page}&offset=0&state=issued`,
  'one folder and below': `${page}&offset=0&folder=/Grips`,
  'one class': `${page}&offset=0&classId=part`,
  'one label': `${page}&offset=0&revision=B`,
  'checked out': `${page}&offset=0&checkedOut=true`,
  'one number': `${page}&offset=0&text=BR-2001`,
  'a word that 1 in 60 has': `${page}&offset=0&text=lever`,
  'a word that 1 in 8 has': `${page}&offset=0&text=left`,
  'a word that half of all have': `${page}&offset=0&text=issued`,
  'a text that is nowhere': `${page}&offset=0&text=qzqz`,
  finder: 'find?text=clamp',
}
const forAdministrators = { overview: 'overview', 'counts by state': 'lifecycle-counts' }

const percentile = (times, share) => [...times].sort((a, b) => a - b)[Math.ceil(times.length * share) - 1]

async function timesOf(call, path, times = rounds) {
  const taken = []
  for (let round = 0; round < times; round++) {
    const started = performance.now()
    const { status } = await call('GET', path)
    if (status !== 200) throw new Error(`${path} was answered with ${status}`)
    taken.push(performance.now() - started)
  }
  return taken
}

async function measure(url) {
  const p95 = {}
  for (const [who, mail] of [
    ['administrator', 'mara.feldhaus'],
    ['author', 'jonas.eckhart'],
  ]) {
    const call = await signIn(url, `${mail}@brackwater.example`)
    const { total } = (await call('GET', `${page}&offset=0`)).body
    for (const [name, path] of Object.entries({
      ...asked,
      ...(who === 'administrator' ? forAdministrators : {}),
    })) {
      const at = path
        .replace('LAST', Math.max(0, total - 100))
        .replace('MIDDLE', Math.floor(total / 2))
        .replace('FAR', Math.floor(total * 0.7))
      await timesOf(call, at, 3)
      p95[`${who}: ${name}`] = percentile(await timesOf(call, at), 0.95)
    }
  }
  return p95
}

/** How long a trivial request takes while twenty clients list without pause. */
async function whileOthersList(url) {
  const clients = await Promise.all(
    Array.from({ length: 20 }, () => signIn(url, 'jonas.eckhart@brackwater.example')),
  )
  let going = true
  const loops = clients.map(async (call, index) => {
    const paths = Object.values(asked).filter((path) => !/LAST|MIDDLE|FAR/.test(path))
    for (let turn = index; going; turn++) await call('GET', paths[turn % paths.length])
  })
  const call = await signIn(url)
  const times = await timesOf(call, 'session', 200)
  going = false
  await Promise.all(loops)
  return percentile(times, 0.99)
}

/** Two lines for the table, with the figures of every request. */
export async function benchMillion() {
  const small = await startServer(demoData())
  const before = await measure(small.url)
  await small.stop()
  const data = demoData()
  const count = fill(data)
  const large = await startServer(data)
  const after = await measure(large.url)
  const trivial = await whileOthersList(large.url)
  await large.stop()
  const figures = { documents: count }
  const ratios = Object.keys(after).map((name) => {
    figures[`${name}, ms`] = `${before[name].toFixed(1)} → ${after[name].toFixed(1)}`
    return after[name] / before[name]
  })
  return [
    {
      name: `lists at ${count} documents: three times what the demo’s take, over the slowest request’s p95`,
      ratio: 3 / Math.max(...ratios),
      atLeast: 1,
      figures,
    },
    {
      name: `a trivial request while 20 clients list at ${count} documents: 50 ms over its p99`,
      ratio: 50 / trivial,
      atLeast: 1,
      figures: { trivialP99Ms: trivial },
    },
  ]
}
