import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Folder } from './folder'
import type { Person } from './person'
import { relations } from './relation'
import { rights } from './rights'
import { bitOf, rightsInFolders, rightsInState, rightsOf } from './rights-in'
import { allows, chainTo } from './rules'

const people: Person[] = [
  { id: 'ada', name: 'Ada', groups: ['grips', 'checking'] },
  { id: 'bo', name: 'Bo', groups: ['site'] },
  { id: 'cy', name: 'Cy', groups: [] },
]
const players = ['anyone', 'group:grips', 'group:site', 'person:ada', 'person:cy']
const principals = [...players, 'group:checking', 'role:author', 'role:lead', 'owner', 'creator']
const paths = ['/', '/Grips', '/Grips/Old', '/Grips/Old/Spares', '/Line', '/Gripsy']
const asked = [...paths, '/Grips/New/Deep', '/Nowhere']

const some = fc.dictionary(fc.constantFrom(...principals), fc.subarray([...rights], { maxLength: 3 }), {
  maxKeys: 3,
  noNullPrototype: true,
})
const rules = fc.record(
  {
    roles: fc.dictionary(fc.constantFrom('author', 'lead'), fc.subarray(players, { maxLength: 2 }), {
      noNullPrototype: true,
    }),
    grants: some,
    withhold: some,
    startAfresh: fc.boolean(),
  },
  { requiredKeys: [] },
)
const directories = fc
  .tuple(fc.subarray(paths), fc.array(rules, { minLength: paths.length, maxLength: paths.length }))
  .map(([chosen, all]): Folder[] => chosen.map((path, index) => ({ path, ...all[index] })))

describe('rights in folders, made once', () => {
  it('are those that the rules give one by one, for everybody, everywhere, in every relation', () =>
    fc.assert(
      fc.property(directories, some, (folders, grants) => {
        const inFolder = rightsInFolders(folders)
        for (const person of people)
          for (const path of asked)
            for (const relation of relations) {
              const { held, granted } = inFolder(person, path, relation)
              const all = granted & rightsInState({ grants }, held)
              const chain = chainTo(folders, path)
              expect(rightsOf(all)).toEqual(
                rights.filter((right) => allows(person, chain, { grants }, right, relation)),
              )
            }
      }),
      { numRuns: 150, seed: 11 },
    ))
  it('are written as a list again', () =>
    expect(rightsOf(rights.map(bitOf).reduce((set, bit) => set | bit))).toEqual(rights))
})
