import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { folders as folderTable } from '../database/schema'
import { Refusal } from '../refusal'
import { fileDocument } from './acts/file'
import { findDocuments, listDocuments } from './list'
import { seenRow } from './rights'
import { content, emptyVault } from './vault.fixture'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())

const addFolder = (path: string, rules: object = {}) =>
  vault.db.insert(folderTable).values({ path, key: path, rules }).run()
const file = (number: string, folder: string) => {
  const asked = { number, title: null, folder, classId: 'part' }
  return fileDocument(vault.db, vault.who('Ilya Brandt'), asked, content(`${number}.dxf`), null)
}
const listed = (name: string, folder?: string) =>
  listDocuments(vault.db, vault.who(name), {
    ...(folder ? { folder } : {}),
    ...{ sort: 'number', descending: false, offset: 0, limit: 500 },
  }).rows.map(({ number }) => number)

describe('many folders', () => {
  it('do not make a list fail for somebody who may not see everything', () => {
    const withhold = { [`person:${vault.who('Jonas Eckhart').id}`]: ['see'] }
    for (let index = 0; index < 1200; index++) addFolder(`/Grips/Lot ${index}`, index % 3 ? {} : { withhold })
    for (const index of [0, 1, 2, 3, 600, 601]) file(`BR-${index}`, `/Grips/Lot ${index}`)
    const [all, some] = [listed('Mara Feldhaus'), listed('Jonas Eckhart')]
    expect(some).toEqual(['BR-1', 'BR-2', 'BR-601'])
    expect(all.length).toBeGreaterThanOrEqual(some.length)
    expect(findDocuments(vault.db, vault.who('Jonas Eckhart'), 'BR-6', 10)).toHaveLength(1)
  })
})

describe('a folder', () => {
  it.each(['/Grips/🚡 Ropeways', '/Grips/\u{10ffff}', '/Grips/é', '/Grips/0', '/Grips/~'])(
    'holds what lies below it, whatever its name: %s',
    (folder) => {
      addFolder(folder)
      addFolder('/Gripss')
      file('BR-1', folder)
      file('BR-2', '/Gripss')
      expect(listed('Ilya Brandt', '/Grips')).toEqual(['BR-1'])
    },
  )
})

describe('a document that is hidden', () => {
  it('is refused in the words of one that is not there', () => {
    file('BR-1', '/Grips')
    const words = (number: string) => {
      try {
        seenRow(vault.db, vault.who('Carla Winslow'), number)
      } catch (error) {
        expect(error).toBeInstanceOf(Refusal)
        return (error as Refusal).message.replace(number, 'THIS')
      }
      return 'seen'
    }
    expect(words('BR-1')).toBe(words('BR-2'))
    expect(seenRow(vault.db, vault.who('Jonas Eckhart'), 'BR-1').number).toBe('BR-1')
  })
})
