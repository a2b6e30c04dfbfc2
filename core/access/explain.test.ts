import { describe, expect, it } from 'vitest'
import { explain } from './explain'
import type { Folder } from './folder'
import { heldAs, playersOf } from './as-principal'
import { relations } from './relation'
import { type Right, rights } from './rights'
import { allows, chainTo } from './rules'

const folders: Folder[] = [
  { path: '/', grants: { anyone: ['see'], owner: ['delete'] } },
  {
    path: '/Grips',
    roles: { author: ['group:grips'], lead: ['person:bo'] },
    grants: { 'role:author': ['edit', 'move'], 'person:bo': ['open'] },
  },
  { path: '/Grips/Old', withhold: { 'group:grips': ['edit'] } },
  { path: '/Secret', startAfresh: true, grants: { 'role:author': ['see'] }, roles: { author: ['anyone'] } },
]
const people = [
  { id: 'ada', name: 'Ada', groups: ['grips'] },
  { id: 'bo', name: 'Bo', groups: [] },
  { id: 'cy', name: 'Cy', groups: ['site'] },
]
const state = {
  lifecycle: 'workshop',
  id: 'drafting',
  grants: { anyone: ['see', 'open'], 'role:author': ['edit'], owner: ['delete', 'edit'] } as Record<
    string,
    Right[]
  >,
}
const names = {
  principal: (one: string) => one.replace(/^(role|group|person):/, '').replace(/^owner$/, 'the owner'),
  lifecycle: () => 'Workshop',
  state: () => 'Drafting',
}
const asked = (id: string, right: Right, folder: string, more: object = {}) =>
  explain({
    person: people.find((person) => person.id === id)!,
    ...{ right, document: { folder }, folders, state, names },
    ...more,
  })

describe('an explanation', () => {
  it('says yes exactly where the rule does, whoever is asked about, and never without a sentence', () => {
    for (const person of people)
      for (const right of rights)
        for (const folder of ['/', '/Grips', '/Grips/Old', '/Secret', '/Grips/New'])
          for (const relation of relations) {
            const owner = relation.owner ? person.id : 'other'
            const creator = relation.creator ? person.id : 'other'
            const { allowed, because } = asked(person.id, right, folder, {
              document: { folder, owner, creator },
            })
            expect(allowed).toBe(allows(person, chainTo(folders, folder), state, right, relation))
            expect(because.length).toBeGreaterThan(1)
            expect(because.some(({ speaks }) => speaks === (allowed ? 'for' : 'against'))).toBe(true)
          }
  })
  it('goes from who somebody is through every folder to the state', () => {
    expect(asked('ada', 'edit', '/Grips/Old').because.map(({ message }) => message)).toEqual([
      'Ada is author in /Grips, as one of grips',
      'Ada is in grips',
      'the folder /Grips grants author “edit”',
      'the folder /Grips/Old withholds “edit” from grips',
      'the state Drafting grants “edit” to author',
    ])
    expect(asked('cy', 'move', '/Grips').because.map(({ message }) => message)).toEqual([
      'no folder from / down to /Grips grants “move” to Cy',
      'the state Drafting grants “move” to nobody',
    ])
    expect(asked('bo', 'see', '/Secret').because.map(({ message }) => message)).toEqual([
      'Bo is author in /Secret, as everybody is',
      'the folder / grants anyone “see”',
      'the folder /Secret starts afresh: what is granted above ends there',
      'the folder /Secret grants author “see”',
      'the state Drafting grants “see” to anyone',
    ])
  })
  it('says no of somebody who is deactivated, and that this is why', () => {
    const person = { ...people[0]!, active: false }
    const { allowed, because } = asked('ada', 'see', '/Grips', { person })
    expect([allowed, because[0]!.message]).toEqual([false, 'Ada is deactivated, and nobody deactivated acts'])
  })
  it('is given of a folder alone, where no state is asked about', () => {
    expect(asked('ada', 'edit', '/Grips', { state: undefined }).allowed).toBe(true)
    expect(asked('ada', 'adopt', '/Grips', { state: undefined }).allowed).toBe(false)
  })
})

describe('a principal as such', () => {
  it('is a role and anyone; a group with the roles it plays; a person with all that they are', () => {
    expect([...heldAs(folders, '/Grips', 'role:author')].sort()).toEqual(['anyone', 'role:author'])
    expect([...heldAs(folders, '/Grips', 'group:grips')].sort()).toEqual([
      'anyone',
      'group:grips',
      'role:author',
    ])
    expect([...heldAs(folders, '/Grips', 'person:ada', () => ['grips'])].sort()).toEqual([
      'anyone',
      'group:grips',
      'person:ada',
      'role:author',
    ])
    expect([...heldAs(folders, '/Grips', 'owner')].sort()).toEqual(['anyone', 'owner'])
  })
  it('plays a role by the nearest folder that says so', () => {
    expect(playersOf(folders, '/Grips/Old', 'lead')).toEqual({ players: ['person:bo'], folder: '/Grips' })
    expect(playersOf(folders, '/Line', 'lead')).toBeUndefined()
  })
})
