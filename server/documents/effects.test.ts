import { eq } from 'drizzle-orm'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { Configuration } from '../../core/configuration'
import type { Effect } from '../../core/effect'
import { loadSandbox, type Script } from '../../core/script'
import { insertConfiguration } from '../configuration/published'
import { copies, documents, jobs, outbox, renditions } from '../database/schema'
import { doHere } from '../files/do-here'
import { FileStore } from '../files/store'
import type { JobContext } from '../jobs/job-kind'
import { jobKinds } from '../jobs/kinds'
import { takeNext } from '../jobs/take'
import { checkIn } from './acts/check-in'
import { checkOut } from './acts/check-out'
import { fileDocument } from './acts/file'
import { fire } from './acts/fire'
import { documentRow, register } from './rows'
import { content, emptyVault } from './vault.fixture'
import { configuration } from '../../demo/configuration'

let vault: ReturnType<typeof emptyVault>
let store: FileStore
let folder: string
beforeAll(loadSandbox)
beforeEach(() => {
  vault = emptyVault()
  folder = mkdtempSync(join(tmpdir(), 'effects-'))
  store = new FileStore(join(folder, 'files'))
})
afterEach(async () => {
  await store.close()
  vault.remove()
  rmSync(folder, { recursive: true })
})

/** The demo’s configuration in which sending to check has effects. */
function having(effects: Effect[], scripts: Script[] = []): void {
  const changed: Configuration = { ...structuredClone(configuration), scripts }
  changed.lifecycles[0]!.transitions.find(({ id }) => id === 'send-to-check')!.effects = effects
  insertConfiguration(vault.db, { id: 2, configuration: changed, personName: 'Mara', comment: null })
}

const author = () => vault.who('Jonas Eckhart')
const now = (number = 'BR-1') => documentRow(vault.db, number)
const chosen = (number = 'BR-1') => ({ number, change: now(number).change })

async function filed(text = 'a grip'): Promise<void> {
  const stored = await store.put([Buffer.from(text)] as unknown as AsyncIterable<Uint8Array>)
  const asked = {
    number: 'BR-1',
    title: 'Jaw',
    folder: '/Grips',
    classId: 'part',
    record: { mass: 4, material: 'S355' },
  }
  fileDocument(vault.db, author(), asked, { fileName: 'BR-1.txt', ...stored }, null)
}
const send = () => void fire(vault.db, author(), chosen(), 'send-to-check', 'look')

/** Runs the next short job here; what it said, or why it failed. */
async function work(): Promise<string> {
  const { db } = vault
  const job = takeNext(db, 'short')!
  const context: JobContext = {
    ...{ db, store, job, dataFolder: folder, actor: { id: null, name: 'System' } },
    progress: () => true,
    portion: (body) => body(db),
    doFile: doHere,
  }
  try {
    const ending = await jobKinds[job.kind].run(context)
    db.update(jobs).set({ status: 'done' }).where(eq(jobs.id, job.id)).run()
    return typeof ending === 'string' ? ending : ending.done
  } catch (error) {
    db.update(jobs).set({ status: 'failed' }).where(eq(jobs.id, job.id)).run()
    return (error as Error).message
  }
}

describe('a copy', () => {
  beforeEach(() => having([{ kind: 'copy', folder: '/Line' }]))

  it('is filed in the other folder at the same revision, linked to what it copies', async () => {
    await filed()
    send()
    expect(await work()).toBe('BR-1-LINE, revision A')
    const copy = now('BR-1-LINE')
    expect(copy).toMatchObject({
      folder: '/Line',
      revision: 'A',
      state: 'checking',
      version: 1,
      title: 'Jaw',
    })
    expect(copy.record.mass).toBe(4)
    expect(register(vault.db, copy.id)).toMatchObject([{ label: 'A', origin: 'adopted', version: 1 }])
    expect(vault.db.select().from(copies).all()).toMatchObject([{ copy: copy.id, source: now().id }])
  })

  it('that comes again replaces the content as the next version', async () => {
    await filed()
    send()
    await work()
    fire(vault.db, vault.who('Emil Achterberg'), chosen(), 'return', 'not yet')
    checkOut(vault.db, author(), chosen())
    checkIn(vault.db, author(), chosen(), content('BR-1b.txt', 'b'.repeat(64)), null)
    send()
    await work()
    expect(now('BR-1-LINE')).toMatchObject({ version: 2, fileName: 'BR-1b.txt' })
    expect(vault.db.select().from(documents).all()).toHaveLength(2)
  })

  it('is of the version that the effect was carried out on, though the document went on since', async () => {
    await filed()
    send()
    fire(vault.db, vault.who('Emil Achterberg'), chosen(), 'return', 'not yet')
    checkOut(vault.db, author(), chosen())
    checkIn(vault.db, author(), chosen(), content('BR-1b.txt', 'b'.repeat(64)), null)
    await work()
    expect(now('BR-1-LINE')).toMatchObject({ fileName: 'BR-1.txt', state: 'checking' })
  })

  it('is refused where another document has its number, or there is no such folder', async () => {
    await filed()
    const asked = { number: 'BR-1-LINE', title: null, folder: '/Grips', classId: 'part' }
    fileDocument(vault.db, author(), asked, content('x.dxf'), null)
    send()
    expect(await work()).toContain('BR-1-LINE is the number of another document')
  })
})

describe('a PDF', () => {
  beforeEach(() => having([{ kind: 'render', format: 'pdf' }]))

  it('is made of the sheet and kept beside the version', async () => {
    await filed()
    send()
    expect(await work()).toBe('BR-1.pdf beside version 1')
    const [made] = vault.db.select().from(renditions).all()
    expect(made).toMatchObject({ document: now().id, version: 1, fileName: 'BR-1.pdf' })
    expect(await store.has(made!.sha256)).toBe(true)
  })
})

describe('a script', () => {
  const script = (code: string, check = false): Script => ({ id: 'weigh', name: 'Weigh', code, check })
  const runs = (code: string, check = false) => having([{ kind: 'run', job: 'weigh' }], [script(code, check)])

  it('writes and tells after the act, with the person and the comment of it', async () => {
    runs(
      `write('mass', document.record.mass * 2); tell(['mail:yard@brackwater.example'], person.name, comment)`,
    )
    await filed()
    send()
    expect(await work()).toBe('1 written, 1 told')
    expect(now().record.mass).toBe(8)
    expect(vault.db.select().from(outbox).all()).toMatchObject([{ subject: 'Jonas Eckhart', body: 'look' }])
  })

  it.each([
    [`for (;;);`, 'Weigh was ended: it took more than 2000 ms'],
    [`write('nowhere', 1)`, 'nowhere cannot be written'],
    [`refuse('late')`, 'after the act: let it check before'],
  ])('that goes wrong leaves the document as it is: %s', async (code, why) => {
    runs(code)
    await filed()
    send()
    expect(await work()).toContain(why)
    expect(now().record.mass).toBe(4)
  })

  it('that checks refuses the act, or is part of it', async () => {
    runs(`if (document.record.mass > 3) refuse('too heavy')`, true)
    await filed()
    expect(send).toThrow('Weigh refuses: too heavy')
    expect([now().state, vault.db.select().from(jobs).all()]).toEqual(['drafting', []])
  })
})

describe('what is queued', () => {
  it('holds the document while it is under way, and says by which job', async () => {
    having([{ kind: 'render', format: 'pdf' }])
    await filed()
    send()
    takeNext(vault.db, 'short')
    expect(() => fire(vault.db, vault.who('Emil Achterberg'), chosen(), 'return', 'x')).toThrow(
      'BR-1 is held by a job (render a pdf, 0 of 1)',
    )
  })
})
