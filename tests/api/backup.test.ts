import { execFile, spawn } from 'node:child_process'
import {
  createReadStream,
  createWriteStream,
  existsSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { setTimeout as pause } from 'node:timers/promises'
import { promisify } from 'node:util'
import { extract, pack } from 'tar-stream'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { restoreBackup } from '../../backup/read'
import { verifyVault } from '../../backup/verify'
import { writeBackup } from '../../backup/write'
import { demoData, scratchFolder, signIn, startServer } from '../support/server.mjs'

const run = promisify(execFile)
/** Rounds beyond a few say no more of one change than of the next: `ILMENITE_ROUNDS=20` runs them all. */
const rounds = Number(process.env.ILMENITE_ROUNDS ?? 3)

let server: Awaited<ReturnType<typeof startServer>>
let data: string
let call: Awaited<ReturnType<typeof signIn>>
const folder = scratchFolder('backups')
const at = (name: string) => join(folder, name)

beforeAll(async () => {
  data = demoData()
  server = await startServer(data)
  call = await signIn(server.url, 'ilya.brandt@brackwater.example')
})
afterAll(() => server?.stop())

const command = (...args: string[]) => run('node', ['bin/ilmenite.mjs', ...args])
/** What a command says on both ends, and how it ends. */
const outcome = (...args: string[]) =>
  command(...args).then(
    ({ stdout }) => ({ code: 0, stdout, stderr: '' }),
    ({ code, stdout, stderr }) =>
      ({ code, stdout, stderr }) as { code: number; stdout: string; stderr: string },
  )

let filed = 0
/** Files documents, one after the other, until it is told to stop. */
function underLoad(): () => Promise<void> {
  let going = true
  const loop = (async () => {
    while (going) {
      const number = `BR-B${++filed}`
      const query = new URLSearchParams({
        number,
        folder: '/Grips',
        classId: 'part',
        fileName: `${number}.dxf`,
      })
      const { status } = await call(
        'POST',
        `documents?${query}`,
        new TextEncoder().encode(`content ${number}`),
      )
      expect(status).toBe(200)
      await pause(40)
    }
  })()
  return async () => {
    going = false
    await loop
  }
}

/** Ends a command somewhere in the middle, as a power cut would. */
async function killed(after: number, ...args: string[]): Promise<void> {
  const child = spawn('node', ['bin/ilmenite.mjs', ...args], { stdio: 'ignore' })
  const ended = new Promise((resolve) => child.once('exit', resolve))
  setTimeout(() => child.kill('SIGKILL'), after)
  await ended
}

describe('a backup that is taken while documents come in', () => {
  it(`restores to a vault that is whole, ${rounds} times over, with kills in between`, async () => {
    const stop = underLoad()
    try {
      for (let round = 0; round < rounds; round++) {
        const file = at(`round-${round}.tar`)
        const target = at('restored')
        const before = round % 3 ? at(`round-${round - 1}.tar`) : undefined
        const since = before ? ['--since', before] : []
        // The command needs about a second to begin: some kills hit the copy, some the contents.
        if (round % 5 === 1) await killed(900 + 60 * round, 'backup', '--data', data, '--to', file, ...since)
        if (!existsSync(file)) await writeBackup(data, file, before)
        if (round % 5 === 2) await killed(900 + 60 * round, 'restore', '--from', file, '--data', target)
        if (!existsSync(target)) await restoreBackup(file, target)
        const verdict = await verifyVault(target)
        expect(verdict.faults).toEqual([])
        expect(verdict.checked.documents).toBeGreaterThan(300)
        rmSync(target, { recursive: true })
      }
    } finally {
      await stop()
    }
    // Nothing of what was killed is left lying about.
    await command('backup', '--data', data, '--to', at('round-1.tar'), '--since', at('round-0.tar'))
    expect(
      readdirSync(folder).filter((name) => name.startsWith('round-1.') && name !== 'round-1.tar'),
    ).toEqual([])
    expect(readdirSync(folder)).not.toContain('restored.restoring')
  }, 240_000)
})

describe('a backup', () => {
  it('that is cut off, changed or without the one it goes on from is refused, and nothing is restored', async () => {
    await command('backup', '--data', data, '--to', at('whole.tar'))
    const whole = readFileSync(at('whole.tar'))
    writeFileSync(at('cut.tar'), whole.subarray(0, whole.length - 20_000))
    const changed = Buffer.from(whole)
    const place = changed.lastIndexOf('content BR-B1')
    changed.write('kontent', place)
    writeFileSync(at('changed.tar'), changed)
    writeFileSync(at('none.tar'), 'no backup at all')
    await command('backup', '--data', data, '--to', at('more.tar'), '--since', at('whole.tar'))
    rmSync(at('whole.tar'))
    for (const [name, why] of [
      ['cut', /not whole|broken/],
      ['changed', /is not what its manifest says/],
      ['none', /no backup|broken/],
      ['more', /goes on from whole\.tar, which is not beside it/],
      ['missing', /there is no file/],
    ] as const) {
      const { code, stderr } = await outcome('restore', '--from', at(`${name}.tar`), '--data', at('nowhere'))
      expect([code, stderr]).toEqual([2, expect.stringMatching(why)])
      expect(existsSync(at('nowhere'))).toBe(false)
    }
    const full = await outcome('restore', '--from', at('more.tar'), '--data', data)
    expect(full.stderr).toMatch(/is not empty/)
  })

  it('is refused whose database refers to what it does not hold', async () => {
    await writeBackup(data, at('entire.tar'), undefined)
    const made = pack()
    const written = pipeline(made, createWriteStream(at('hollow.tar')))
    const read = createReadStream(at('entire.tar')).pipe(extract())
    for await (const entry of read) {
      const parts: Buffer[] = []
      for await (const part of entry as AsyncIterable<Buffer>) parts.push(part)
      const content = Buffer.concat(parts)
      const { name } = entry.header
      const manifest = { ...JSON.parse(name === 'manifest.json' ? content.toString() : '{}'), contents: [] }
      if (name === 'manifest.json') made.entry({ name }, JSON.stringify(manifest))
      else if (name === 'ilmenite.sqlite') made.entry({ name }, content)
    }
    made.finalize()
    await written
    await expect(restoreBackup(at('hollow.tar'), at('nowhere'))).rejects.toThrow(
      /its database refers to contents that it does not hold, of .* and \d+ others\. Nothing was restored/,
    )
    expect(readdirSync(folder).filter((name) => name.startsWith('nowhere'))).toEqual([])
  })

  it('is refused wherever it was cut off: in a header, behind one, in a content, between two', async () => {
    await writeBackup(data, at('entire.tar'), undefined)
    const entire = readFileSync(at('entire.tar'))
    const contents = [...entire.toString('latin1').matchAll(/files\/[0-9a-f]{2}\/[0-9a-f]{64}\0/g)].slice(
      0,
      25,
    )
    expect(contents).toHaveLength(25)
    for (const [index, { index: header }] of contents.entries()) {
      const end = header + [100, 512, 513, 600, 1024][index % 5]!
      writeFileSync(at('cut.tar'), entire.subarray(0, end))
      await expect(restoreBackup(at('cut.tar'), at('nowhere'))).rejects.toThrow(
        /cut\.tar is (not whole|broken)/,
      )
      expect(existsSync(at('nowhere'))).toBe(false)
    }
  }, 60_000)
})

describe('verify', () => {
  it('finds a content that is gone or changed, and rows that do not fit', async () => {
    const copy = demoData()
    const { default: Database } = await import('better-sqlite3')
    const db = new Database(join(copy, 'ilmenite.sqlite'))
    const [one, other] = db.prepare('select distinct sha256 from versions limit 2').pluck().all() as string[]
    rmSync(join(copy, 'files', one!.slice(0, 2), one!))
    writeFileSync(join(copy, 'files', other!.slice(0, 2), other!), 'something else')
    db.exec(`update documents set version = version, revision = 'ZZ' where number = 'BR-2001'`)
    db.exec(`update places set documents = documents + 1 where id = 1`)
    db.close()
    const { code, stdout } = await outcome('verify', '--data', copy)
    const { sound, faults } = JSON.parse(stdout) as {
      sound: boolean
      faults: { kind: string; message: string }[]
    }
    expect([code, sound]).toEqual([1, false])
    const told = faults.map(({ kind, message }) => `${kind}: ${message}`).join('\n')
    expect(told).toMatch(/content: .* is missing/)
    expect(told).toMatch(/content: .* its hash is another/)
    expect(told).toMatch(/register: BR-2001 stands at ZZ/)
    expect(told).toMatch(/index: \d+ documents are counted there/)
  })
  it('says of a folder that is none what it is not', async () => {
    const { code, stderr } = await outcome('verify', '--data', scratchFolder('empty'))
    expect([code, stderr]).toEqual([2, expect.stringMatching(/is no data folder of Ilmenite/)])
  })
})
