import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach } from 'vitest'
import { chance } from '../../demo/random'
import { dxf } from '../../demo/dxf'
import { published } from '../configuration/published'
import { checkIn, contentBefore } from '../documents/acts/check-in'
import { fileDocument } from '../documents/acts/file'
import { documentRow } from '../documents/rows'
import { emptyVault } from '../documents/vault.fixture'
import { filesHere } from '../files/files-here'
import { FileStore } from '../files/store'
import { lookInto } from './check-in'

/** The text of a drawing of the demo world. */
export const drawing = (title: string, more: (text: string) => string = (text) => text) =>
  more(dxf({ number: 'BR-1', title, revision: 'A', date: '', author: '', history: [] }, chance(1)))

/** A vault and a store, anew for each test, with one document whose file comes in. */
export function useOneDocument() {
  const here = {} as { vault: ReturnType<typeof emptyVault>; folder: string; store: FileStore }
  beforeEach(() => {
    here.vault = emptyVault()
    here.folder = mkdtempSync(join(tmpdir(), 'ilmenite-bindings-'))
    here.store = new FileStore(here.folder)
  })
  afterEach(async () => {
    here.vault.remove()
    await here.store.close()
    rmSync(here.folder, { recursive: true })
  })
  const author = () => here.vault.who('Jonas Eckhart')
  const row = () => documentRow(here.vault.db, 'BR-1')
  const chosen = () => ({ number: 'BR-1', change: row().change })
  const attributes = () => published(here.vault.db).configuration.attributes
  const look = () => ({ store: here.store, files: filesHere })

  async function incoming(text: string, fileName = 'BR-1.dxf') {
    const stored = await here.store.put(
      (async function* () {
        yield Buffer.from(text)
      })(),
    )
    return { ...stored, fileName }
  }
  async function file(text: string, fileName?: string, title: string | null = null) {
    const content = await incoming(text, fileName)
    const looked = await lookInto(look(), attributes(), content)
    const record = { material: 'S355', mass: 4 }
    const asked = { number: 'BR-1', title, folder: '/Grips', classId: 'drawing', record, looked }
    return fileDocument(here.vault.db, author(), asked, content, null).findings ?? []
  }
  async function comesIn(text: string) {
    const content = await incoming(text)
    const before = contentBefore(here.vault.db, author(), chosen())
    const looked = await lookInto(look(), attributes(), content, before)
    return checkIn(here.vault.db, author(), chosen(), content, null, looked)
  }
  return { here, author, row, chosen, attributes, incoming, file, comesIn }
}
