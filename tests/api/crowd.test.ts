import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { verifyVault } from '../../backup/verify'
import { actAtRandom, type Answer, fileWaiting, prepare, requireWhole, signInAll } from '../support/crowd'
import { askDatabase } from '../support/database'
import { demoData, eventually, freePort, startServer } from '../support/server.mjs'

const seconds = Number(process.env.ILMENITE_SECONDS ?? 5)
const clients = 50
const kills = Number(process.env.ILMENITE_KILLS ?? 5)

it(`${clients} clients on the same documents lose no update, do nothing twice, and are told why`, async () => {
  const data = demoData()
  const server = await startServer(data)
  await prepare(server.url)
  const numbers = await fileWaiting(server.url, 20, 'BR-C')
  const people = await signInAll(server.url)
  const answers: Answer[] = []
  const end = Date.now() + seconds * 1000
  await Promise.all(
    Array.from({ length: clients }, async (_, index) => {
      while (Date.now() < end) {
        const answer = await actAtRandom(people[index % people.length]!, numbers)
        if (answer) answers.push(answer)
      }
    }),
  )
  const done = answers.filter(({ status }) => status === 200)
  expect(done.length).toBeGreaterThan(20)
  for (const { status, text } of answers.filter((answer) => answer.status !== 200)) {
    expect([400, 403, 404, 409, 503], text).toContain(status)
    expect(JSON.parse(text).message.length).toBeGreaterThan(10)
  }
  await server.stop()
  requireWhole(data, numbers)
  expect((await verifyVault(data)).faults).toEqual([])
}, 300_000)

it(`${kills} kills through completions, chains, letters and jobs lose nothing, do and send nothing twice`, async () => {
  const data = demoData()
  const port = await freePort()
  let server = await startServer(data, { port })
  await prepare(server.url)
  const numbers = await fileWaiting(server.url, 12, 'BR-K')
  const people = await signInAll(server.url)
  let answered = 0
  for (let kill = 0; kill < kills; kill++) {
    let isKilled = false
    const crowd = Array.from({ length: 12 }, async (_, index) => {
      while (!isKilled) {
        const answer = await actAtRandom(people[index]!, numbers).catch(() => undefined)
        if (answer?.status === 200) answered++
      }
    })
    // In the middle of things, however slow the machine is: once something has been done, and a little later.
    const before = answered
    await eventually(() => answered > before + 1, 'what the crowd does')
    await new Promise((resolve) => setTimeout(resolve, Math.random() * 700))
    isKilled = true
    await server.kill()
    await Promise.all(crowd)
    requireWhole(data, numbers)
    server = await startServer(data, { port })
  }
  expect(answered).toBeGreaterThan(Math.min(kills, 20))
  const ask = (question: string) => askDatabase(data, question)
  // Everything that was begun comes to its end: the queue is empty, the outbox sent.
  const isQuiet = () =>
    ask("select 1 from jobs where status in ('queued', 'running')").length === 0 &&
    ask('select 1 from outbox where sent_at is null and next_at is not null').length === 0
  await eventually(isQuiet, 'the end of the queue', 90, 250)
  await server.stop()
  requireWhole(data, numbers)
  expect((await verifyVault(data)).faults).toEqual([])
  // Each completion has its jobs once, and each job came to what it says.
  const issued = ask(
    `select count(*) n from audit where code = 'fire' and action = 'Issue'
      and subject_name like 'BR-K%' and subject_name not like '%LINE'`,
  )[0]!.n
  const jobs = ask("select kind, count(*) n from jobs where subject_name like 'BR-K%' group by kind")
  expect(
    jobs.every(({ n }) => n === issued),
    JSON.stringify([jobs, issued]),
  ).toBe(true)
  const failed = ask("select kind, message from jobs where status = 'failed'")
  expect(failed).toEqual([])
  // Each letter was taken by the mail server once, by its message id.
  const letters = readdirSync(join(data, 'mail')).map((name) => name.split(' ')[2])
  expect(new Set(letters).size).toBe(letters.length)
  expect(letters).toHaveLength(Number(ask('select count(*) n from outbox where sent_at is not null')[0]!.n))
}, 900_000)
