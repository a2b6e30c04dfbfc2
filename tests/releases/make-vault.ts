import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { Readable } from 'node:stream'
import { gzipSync } from 'node:zlib'
import { writeBackup } from '../../backup/write'
import { fileDocument } from '../../server/documents/acts/file'
import { fire } from '../../server/documents/acts/fire'
import { documentRow } from '../../server/documents/rows'
import { emptyVault } from '../../server/documents/vault.fixture'
import { FileStore } from '../../server/files/store'
import { drawing } from '../support/files'

type Vault = ReturnType<typeof emptyVault>

/** Each drawing of the vault, and who does what to it after it is filed. */
const drawings: Record<string, [person: string, transition: string][]> = {
  'BR-7001': [],
  'BR-7002': [['Jonas Eckhart', 'send-to-check']],
  'BR-7003': [
    ['Jonas Eckhart', 'send-to-check'],
    ['Ines Halloran', 'issue'],
  ],
}

/**
 * Writes a backup of a small vault, as the release at hand makes one: three drawings of the demo world, one at work,
 * one being checked, one issued. @returns its file
 */
export async function makeVault(): Promise<string> {
  const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }
  const vault = emptyVault()
  const folder = mkdtempSync(join(tmpdir(), 'ilmenite-release-'))
  try {
    const data = dirname(vault.db.$client.name)
    for (const [number, acts] of Object.entries(drawings)) await add(vault, data, number, acts)
    const backup = join(folder, 'backup.tar')
    await writeBackup(data, backup, undefined)
    const kept = `tests/releases/${version}.tar.gz`
    writeFileSync(kept, gzipSync(readFileSync(backup), { level: 9 }))
    return kept
  } finally {
    vault.remove()
    rmSync(folder, { recursive: true })
  }
}

async function add(vault: Vault, data: string, number: string, acts: [string, string][]): Promise<void> {
  const store = new FileStore(join(data, 'files'))
  const stored = await store.put(Readable.from([Buffer.from(drawing(number, 'Lever'))]))
  await store.close()
  const record = { material: 'S355', mass: 4 }
  const asked = { number, title: 'Lever', folder: '/Grips', classId: 'part', record }
  fileDocument(vault.db, vault.who('Jonas Eckhart'), asked, { fileName: `${number}.dxf`, ...stored }, null)
  for (const [name, transition] of acts) {
    const { change } = documentRow(vault.db, number)
    fire(vault.db, vault.who(name), { number, change }, transition, 'as agreed')
  }
}
