import { describe, expect, it } from 'vitest'
import type { Person } from './person'
import type { Right } from './rights'
import type { StateUse } from '../configuration'
import { allows, chainTo, folderGrants, principalsOf } from './rules'
import type { Folder } from './folder'

const ada: Person = { id: 'ada', name: 'Ada', groups: ['grips'] }
const bo: Person = { id: 'bo', name: 'Bo', groups: ['site'] }
const everything: StateUse = {
  state: 'drafting',
  phase: 'working',
  content: 'open',
  grants: { anyone: ['see', 'open', 'edit', 'move'] },
}

const folders: Folder[] = [
  { path: '/', grants: { anyone: ['see'], 'group:grips': ['edit'] } },
  {
    path: '/Grips',
    roles: { author: ['group:grips'], checker: ['person:bo'] },
    grants: { 'role:author': ['move'] },
  },
  { path: '/Grips/Old', withhold: { 'group:grips': ['edit', 'move'] } },
  { path: '/Grips/Old/Spares', grants: { 'person:ada': ['edit'] } },
  { path: '/Grips/Site', roles: { author: ['group:site'] } },
  { path: '/Secret', startAfresh: true, grants: { 'person:ada': ['see'] } },
  { path: '/Gripsy', grants: { anyone: ['delete'] } },
]
const may = (person: Person, path: string, right: Right) =>
  allows(person, chainTo(folders, path), everything, right)

describe('the folders down to a place', () => {
  it('run from the root, and take no namesake for a parent', () => {
    expect(chainTo(folders, '/Grips/Old/Spares').map((folder) => folder.path)).toEqual([
      '/',
      '/Grips',
      '/Grips/Old',
      '/Grips/Old/Spares',
    ])
    expect(chainTo(folders, '/Gripsy').map((folder) => folder.path)).toEqual(['/', '/Gripsy'])
  })
  it('count also where the place itself is no folder of its own', () => {
    expect(chainTo(folders, '/Grips/New/Deep').map((folder) => folder.path)).toEqual(['/', '/Grips'])
  })
})

describe('who a person is at a place', () => {
  it('is themselves, their groups, anyone, and the roles they play there', () => {
    expect([...principalsOf(ada, chainTo(folders, '/Grips'))].sort()).toEqual([
      'anyone',
      'group:grips',
      'person:ada',
      'role:author',
    ])
    expect(principalsOf(bo, chainTo(folders, '/Grips')).has('role:checker')).toBe(true)
  })
  it('follows the nearest folder that names players for a role', () => {
    expect(principalsOf(ada, chainTo(folders, '/Grips/Site')).has('role:author')).toBe(false)
    expect(principalsOf(bo, chainTo(folders, '/Grips/Site')).has('role:author')).toBe(true)
    expect(principalsOf(bo, chainTo(folders, '/Grips/Site')).has('role:checker')).toBe(true)
  })
})

describe('a right', () => {
  it.each<[string, Person, string, Right, boolean]>([
    ['granted at the root holds below', ada, '/Grips', 'see', true],
    ['granted to a group is not everybody’s', bo, '/Grips', 'edit', false],
    ['granted to a role holds for its players', ada, '/Grips', 'move', true],
    ['withheld further down beats the grant from above', ada, '/Grips/Old', 'edit', false],
    ['withheld from one group leaves others alone', bo, '/Grips/Old', 'see', true],
    ['granted below the withholding holds again', ada, '/Grips/Old/Spares', 'edit', true],
    ['withheld above stays withheld where nothing is granted', ada, '/Grips/Old/Spares', 'move', false],
    ['ends where a folder starts afresh', bo, '/Secret', 'see', false],
    ['begins anew where a folder starts afresh', ada, '/Secret', 'see', true],
    ['that nobody grants does not hold', ada, '/Grips', 'open', false],
  ])('%s', (_, person, path, right, expected) => expect(may(person, path, right)).toBe(expected))

  it('needs the state as well as the place', () => {
    const closed: StateUse = { ...everything, grants: { anyone: ['see'] } }
    expect(allows(ada, chainTo(folders, '/Grips'), closed, 'edit')).toBe(false)
    expect(allows(ada, chainTo(folders, '/Grips'), closed, 'see')).toBe(true)
  })
  it('names the folder that decided', () => {
    const held = principalsOf(ada, chainTo(folders, '/Grips/Old'))
    expect(folderGrants(chainTo(folders, '/Grips/Old'), held, 'edit')).toEqual({
      granted: false,
      folder: '/Grips/Old',
    })
    expect(folderGrants(chainTo(folders, '/Grips/Old'), held, 'see')).toEqual({ granted: true, folder: '/' })
  })
})
