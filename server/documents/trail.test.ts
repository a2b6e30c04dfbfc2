import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { makeChange } from '../directory/changes'
import { directoryVersion } from '../directory/folders'
import { addReference } from './acts/refer'
import { fileDocument } from './acts/file'
import { documentRow } from './rows'
import { trailFor } from './trail'
import { content, emptyVault } from './vault.fixture'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())
const jonas = () => vault.who('Jonas Eckhart')
const file = (number: string, folder: string, by = jonas()) =>
  fileDocument(vault.db, by, { number, title: null, folder, classId: 'drawing' }, content('a.dxf'), null)
const trailOf = (number: string, reader = jonas()) =>
  JSON.stringify(
    trailFor(vault.db, reader, { kind: 'document', subject: documentRow(vault.db, number).id, limit: 50 }),
  )

describe('the trail of a document', () => {
  beforeEach(() => {
    file('BR-1', '/Grips')
    file('BR-2', '/Grips/Legacy', vault.who('Rosalie Nkemba'))
    const { change } = documentRow(vault.db, 'BR-1')
    addReference(vault.db, jonas(), { number: 'BR-1', change }, 'BR-2')
  })
  it('names what it refers to', () => expect(trailOf('BR-1')).toContain('BR-2'))
  it('names nothing that its reader may not see any more', () => {
    const change = { kind: 'start-afresh', folder: '/Grips/Legacy', afresh: true } as const
    const looked = { version: directoryVersion(vault.db), findings: [], accept: true }
    makeChange(vault.db, vault.who('Mara Feldhaus'), change, looked)
    expect(trailOf('BR-1')).not.toContain('BR-2')
    expect(trailOf('BR-1')).toContain('another document')
    expect(trailOf('BR-1', vault.who('Mara Feldhaus'))).toContain('BR-2')
  })
})
