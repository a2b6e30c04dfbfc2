import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { mark, sweepBackups } from './sweep'

let folder: string
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'ilmenite-sweep-'))))
afterEach(() => rmSync(folder, { recursive: true }))

/** A number that no process has. */
const nobody = 2 ** 22 + 7

describe('what killed backups leave behind', () => {
  it('is swept, whatever the backup was called, also where its process had the number of this one', async () => {
    const left = [
      `vault-2026-03-01T06-00-00.tar.${nobody}.database`,
      `vault-2026-03-02T06-00-00.tar.${nobody}-0123456789ab.part`,
      `vault-2026-03-03T06-00-00.tar.${nobody}-0123456789ab.database-journal`,
      `vault-2026-03-04T06-00-00.tar.${process.pid}-0123456789ab.part`,
    ]
    const kept = [
      'vault-2026-03-05T06-00-00.tar',
      `vault-2026-03-06T06-00-00.tar.${mark}.part`,
      `vault-2026-03-07T06-00-00.tar.${process.ppid}-0123456789ab.part`,
      'notes.part',
    ]
    for (const name of [...left, ...kept]) writeFileSync(join(folder, name), 'x')
    await sweepBackups(folder)
    expect(readdirSync(folder).sort()).toEqual(kept.sort())
  })
  it('is nothing where there is no folder', () =>
    expect(sweepBackups(join(folder, 'none'))).resolves.toBeUndefined())
})
