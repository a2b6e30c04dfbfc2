import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import { verifyVault } from '../../backup/verify'
import { askDatabase } from '../support/database'
import { drawing } from '../support/files'
import { publish } from '../support/rounds'
import { demoData, eventually, freePort, signIn, startServer } from '../support/server.mjs'
import { hasEnded, memoryOf, processesOf } from '../support/usage'

/** How often the server is killed; two hundred times in `npm run test:load`. */
const kills = Number(process.env.ILMENITE_KILLS ?? 4)
/** The most memory of the server with all that it has begun. */
const mostMemory = 2 * 2 ** 30

type Call = Awaited<ReturnType<typeof signIn>>

/** Sending to check makes a PDF, a copy, a letter, and runs a script. */
const effects = {
  kind: 'change-transition',
  lifecycle: 'workshop-document',
  transition: 'send-to-check',
  patch: {
    effects: [
      { kind: 'render', format: 'pdf' },
      { kind: 'copy', folder: '/Line' },
      { kind: 'run', job: 'weigh' },
    ],
    notices: [
      { to: ['mail:yard@brackwater.example'], subject: 'Checking {{ number }}', body: '{{ number }}' },
    ],
  },
}
const script = { kind: 'set-script', script: { id: 'weigh', name: 'Weigh', code: 'write("finish", "raw")' } }

/** Queues jobs of every kind. */
async function keepBusy(mara: Call, jonas: Call, turn: number): Promise<void> {
  const number = `BR-J${turn}`
  const asked = { number, title: 'Jaw', folder: '/Grips', classId: 'drawing', fileName: 'a.dxf' }
  await jonas('POST', `documents?${new URLSearchParams(asked)}`, Buffer.from(drawing(number, 'Jaw')))
  const change = async () => (await jonas('GET', `documents/${number}`)).body.document.change
  await jonas('PUT', `documents/${number}/record`, {
    change: await change(),
    values: { material: 'S355', mass: '4' },
  })
  await jonas('POST', `documents/${number}/fire`, { change: await change(), transition: 'send-to-check' })
  for (const kind of ['backup', 'verify', 'digest', 'remind', 'move']) await mara('POST', 'jobs', { kind })
  await mara('POST', 'jobs/files', { task: 'draw', folder: '/Grips' })
}

let server: Awaited<ReturnType<typeof startServer>> | undefined
afterAll(() => server?.stop())

it(
  `${kills} kills with jobs of all kinds under way leave nothing stuck, doubled or lying about`,
  async () => {
    const data = demoData()
    const port = await freePort()
    server = await startServer(data, { port })
    const mara = await signIn(server.url)
    const jonas = await signIn(server.url, 'jonas.eckhart@brackwater.example')
    await publish(mara, [script, effects])
    const { id: intake } = (await mara('POST', 'intakes', { archive: 'Grip archive', register: null })).body
    const ask = (question: string) => askDatabase(data, question)
    const isOpen = "status in ('queued', 'running')"
    let memory = 0
    let [goneOn, hit] = [0, 0]
    for (let kill = 0; kill < kills; kill++) {
      await keepBusy(mara, jonas, kill)
      await new Promise((later) => setTimeout(later, Math.random() * 1500))
      memory = Math.max(memory, memoryOf(server.pid!))
      const [, ...begun] = processesOf(server.pid!)
      const under = ask(`select id, done, attempts from jobs where status = 'running'`)
      hit += under.length
      await server.kill()
      await eventually(() => begun.every(hasEnded), 'the end of what it had begun', 10)
      server = await startServer(data, { port })
      if (!under.length) continue
      // An interrupted job goes on within seconds, unless it was interrupted before without progress.
      const first = under.filter(({ attempts }) => Number(attempts) <= 1).map(({ id }) => `'${String(id)}'`)
      if (!first.length) continue
      const soon = "strftime('%Y-%m-%dT%H:%M:%SZ', 'now', '+5 seconds')"
      const isLater = `status = 'queued' and next_at > ${soon}`
      expect(ask(`select id from jobs where id in (${first.join()}) and ${isLater}`)).toEqual([])
      goneOn++
    }
    expect(hit).toBeGreaterThan(0)
    expect(goneOn).toBeGreaterThan(0)
    expect(memory).toBeLessThan(mostMemory)
    await eventually(
      () => ask(`select id from jobs where ${isOpen}`).length === 0,
      'the end of the queue',
      240 + kills * 5,
      500,
    )
    expect((await mara('GET', `intakes/${intake}`)).body.intake.stage).not.toBe('reading')

    // No job has more tries than its kind allows, and failures have a reason.
    expect(ask('select kind, attempts from jobs where attempts > 5')).toEqual([])
    const failed = ask("select kind, message from jobs where status = 'failed'")
    for (const { message } of failed)
      expect(String(message)).toMatch(/the server ended|the intake|busy|already/)
    // Nothing was done twice: documents, copies, letters.
    const doubled = (table: string, by: string) =>
      ask(`select ${by}, count(*) n from ${table} group by ${by} having n > 1`)
    expect(doubled('documents', 'number')).toEqual([])
    expect(doubled('copies', 'source')).toEqual([])
    const letters = existsSync(join(data, 'mail'))
      ? readdirSync(join(data, 'mail')).map((name) => name.split(' ')[2])
      : []
    expect(new Set(letters).size).toBe(letters.length)
    // The next backup sweeps the half-written files of killed ones.
    await mara('POST', 'jobs', { kind: 'backup' })
    await eventually(
      () => ask(`select id from jobs where ${isOpen}`).length === 0,
      'the last backup',
      60,
      200,
    )
    const left = (folder: string, is: RegExp) =>
      existsSync(join(data, folder)) ? readdirSync(join(data, folder)).filter((name) => is.test(name)) : []
    expect(left('backups', /\.(part|database)/)).toEqual([])
    expect(left('files/incoming', /^(made|written|looked)-/)).toEqual([])
    expect((await mara('GET', 'audit/verify')).body).toMatchObject({ whole: true })
    await server.stop()
    expect((await verifyVault(data)).faults).toEqual([])
  },
  kills * 25_000 + 600_000,
)
