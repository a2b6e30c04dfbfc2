import { createHash } from 'node:crypto'
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterAll, expect, it } from 'vitest'
import { demoData, eventually, freePort, signIn, startServer } from '../support/server.mjs'

const kills = Number(process.env.ILMENITE_KILLS ?? 12)
/** Enough that the run outlasts all of them. */
const files = 160 * kills + 200

let server: Awaited<ReturnType<typeof startServer>> | undefined
afterAll(() => server?.stop())

it(`survives ${kills} kills during one run: every document once, every content right, the trail whole`, async () => {
  const data = demoData()
  execFileSync('node', [
    '.output/server/programs/generate.mjs',
    join(data, 'archives', 'Large'),
    String(files),
  ])
  const port = await freePort()
  server = await startServer(data, { port })
  let call = await signIn(server.url)
  const { id } = (await call('POST', 'intakes', { archive: 'Large', register: null })).body
  const page = async () => (await call('GET', `intakes/${id}`)).body
  const read = await eventually(
    async () => ((await page()).intake.stage === 'read' ? page() : null),
    'the reading',
  )
  const expected = read.documents.ready
  expect(expected).toBeGreaterThan(20 * kills)

  const progress: number[] = []
  const inVault = () => {
    const db = new Database(join(data, 'ilmenite.sqlite'), { readonly: true })
    const count = db.prepare('select count(*) from documents where intake = ?').pluck().get(id) as number
    db.close()
    return count
  }
  await call('POST', `intakes/${id}/run`)
  for (let i = 0; i < kills; i++) {
    // Most kills hit the run in full swing; every fifth one hits wherever the start has got to.
    const before = progress.at(-1) ?? 0
    if (i % 5 !== 4) await eventually(() => inVault() > before, 'progress')
    await new Promise((resolve) => setTimeout(resolve, Math.random() * 25))
    await server.kill()
    progress.push(inVault())
    server = await startServer(data, { port })
  }
  expect(
    progress.every((count) => count < expected),
    `every kill hit the run, which had ${expected} to bring in: ${progress}`,
  ).toBe(true)
  expect(new Set(progress).size).toBeGreaterThanOrEqual(Math.floor(kills * 0.8))
  expect([...progress].sort((a, b) => a - b)).toEqual(progress)

  call = await signIn(server.url)
  const done = await eventually(
    async () => ((await page()).intake.stage === 'done' ? page() : null),
    'the end of the run',
    120,
  )
  expect(done.documents).toEqual({ done: expected })
  expect((await call('GET', 'audit/verify')).body).toMatchObject({ whole: true })
  await server.stop()

  const db = new Database(join(data, 'ilmenite.sqlite'), { readonly: true })
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok')
  expect(
    db.prepare('select count(*) n, count(distinct number) d from documents where intake = ?').get(id),
  ).toEqual({ n: expected, d: expected })
  expect(
    db.prepare(`select count(*) n, count(distinct subject_id) d from audit where action = 'bring in'`).get(),
  ).toEqual({ n: expected, d: expected })
  const stored = db
    .prepare('select v.sha256 from versions v join documents d on d.id = v.document where d.intake = ?')
    .pluck()
    .all(id) as string[]
  expect(stored).toHaveLength(files)
  for (const sha256 of stored)
    expect(
      createHash('sha256')
        .update(readFileSync(join(data, 'files', sha256.slice(0, 2), sha256)))
        .digest('hex'),
    ).toBe(sha256)
  db.close()
})
