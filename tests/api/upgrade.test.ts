import { execFile } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { gunzipSync } from 'node:zlib'
import Database from 'better-sqlite3'
import { afterEach, describe, expect, it } from 'vitest'
import { restoreBackup } from '../../backup/read'
import { verifyVault } from '../../backup/verify'
import { caller, freePort, scratchFolder, startServer } from '../support/server.mjs'

let server: Awaited<ReturnType<typeof startServer>> | undefined
afterEach(async () => {
  await server?.kill()
  server = undefined
})

/** Restores the vault of an earlier release into a folder of its own. */
async function earlierVault(): Promise<string> {
  const folder = scratchFolder('upgrade')
  const backup = join(folder, 'backup.tar')
  writeFileSync(backup, gunzipSync(readFileSync('tests/releases/0.1.0.tar.gz')))
  await restoreBackup(backup, join(folder, 'data'))
  return join(folder, 'data')
}
const copies = (data: string) => {
  const folder = join(data, 'backups')
  return existsSync(folder) ? readdirSync(folder).filter((name) => name.endsWith('.sqlite')) : []
}
const serve = (data: string, port: number) =>
  promisify(execFile)('node', ['bin/ilmenite.mjs', 'serve', '--data', data, '--port', String(port)]).then(
    () => ({ code: 0, stderr: '' }),
    ({ code, stderr }: { code: number; stderr: string }) => ({ code, stderr }),
  )

describe('serving a vault of an earlier release', () => {
  it('copies it, upgrades it, and says so', async () => {
    const data = await earlierVault()
    server = await startServer(data)
    expect((await caller(server.url)('GET', 'set-up')).body).toMatchObject({ waits: false })
    expect(server.output()).toMatch(/is of an earlier release\. It is copied to .*before-upgrade-/)
    expect(copies(data)).toHaveLength(1)
    await server.kill()
    expect(await verifyVault(data)).toMatchObject({ sound: true, checked: { documents: 3 } })
    server = await startServer(data)
    expect(server.output()).not.toContain('earlier release')
  })
  it('begins again where it was killed, at whatever moment', async () => {
    const data = await earlierVault()
    for (const moment of [600, 900, 1100, 1300, 1500, 1800]) {
      const starting = startServer(data).catch(() => undefined)
      await new Promise((resolve) => setTimeout(resolve, moment))
      await promisify(execFile)('pkill', ['-9', '-f', `serve --port .* --data ${data}`]).catch(() => {})
      await starting
    }
    server = await startServer(data)
    expect((await caller(server.url)('GET', 'set-up')).status).toBe(200)
    await server.kill()
    expect(await verifyVault(data)).toMatchObject({ sound: true, checked: { documents: 3 } })
    expect(readdirSync(join(data, 'backups')).filter((name) => name.endsWith('.part'))).toEqual([])
  })
})

describe('serving a vault of a later release', () => {
  it('is refused with a sentence, and changes nothing', async () => {
    const data = await earlierVault()
    server = await startServer(data)
    await server.kill()
    const db = new Database(join(data, 'ilmenite.sqlite'))
    db.exec("insert into __drizzle_migrations (hash, created_at) values ('later', 9999999999999)")
    db.close()
    const { code, stderr } = await serve(data, await freePort())
    expect([code, stderr]).toEqual([2, expect.stringMatching(/was served by a later release of Ilmenite/)])
    expect(stderr).not.toMatch(/\n\s+at /)
  })
})
