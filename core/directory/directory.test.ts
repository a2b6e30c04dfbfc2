import { describe, expect, it } from 'vitest'
import { configuration } from '../../demo/configuration'
import { people } from '../../demo/world'
import { allows, chainTo, rights } from '../access'
import { faultOf } from '../shape'
import { changeDirectory } from './change'
import { changeInWords, type DirectoryChange, directoryChangeKinds, directoryChangeShape } from './changes'
import { consequencesOf } from './consequences'
import { deltaBetween, isEmptyDelta, takenBack } from './delta'
import { world } from './world.fixture'
import type { VaultDirectory } from './types'

const make = (change: DirectoryChange, from = world) => changeDirectory(from, change, configuration)
const jonas = people.find(({ name }) => name === 'Jonas Eckhart')!.id

/** One change of every kind, and how it is said. */
const changes: [DirectoryChange, string][] = [
  [
    {
      kind: 'add-person',
      name: 'Ada Lund',
      mail: 'Ada.Lund@brackwater.example',
      groups: ['checking'],
      administrator: false,
    },
    'Add Ada Lund, in Checking',
  ],
  [
    { kind: 'change-person', person: jonas, groups: ['checking'], initials: 'JE' },
    'Jonas Eckhart: initials JE; in Checking, was in Grips & Carriers',
  ],
  [{ kind: 'change-person', person: jonas, active: false }, 'Jonas Eckhart: deactivated'],
  [
    {
      kind: 'import-people',
      source: 'staff.csv',
      people: [
        { person: jonas, name: 'J. Eckhart' },
        { name: 'Bo', mail: 'bo@brackwater.example' },
      ],
    },
    'People from staff.csv: 1 new, 1 changed',
  ],
  [
    {
      kind: 'import-folders',
      source: 'folders.csv',
      folders: [{ path: '/Ropes', roles: { lead: ['group:checking'] } }, { path: '/Grips' }],
    },
    'Folders from folders.csv: 1 new, 1 changed',
  ],
  [{ kind: 'add-group', name: 'Rope Works' }, 'Add the group Rope Works'],
  [{ kind: 'rename-group', group: 'checking', name: 'Checkers' }, 'Call the group Checking Checkers'],
  [{ kind: 'remove-group', group: 'site-crews' }, 'Remove the group Site Crews'],
  [{ kind: 'add-folder', path: '/Grips/Trial' }, 'Add the folder /Grips/Trial'],
  [{ kind: 'remove-folder', path: '/Grips/Legacy' }, 'Remove the folder /Grips/Legacy'],
  [
    { kind: 'set-role', folder: '/Grips', role: 'lead', players: [`person:${jonas}`, 'group:release-board'] },
    'Lead in /Grips: Jonas Eckhart and Release Board, was Release Board',
  ],
  [
    { kind: 'set-role', folder: '/Grips', role: 'lead', players: null },
    'Lead in /Grips: as above, was Release Board',
  ],
  [
    { kind: 'set-folder-grants', folder: '/Line', grants: { owner: ['see'], 'role:lead': ['see', 'move'] } },
    '/Line grants the owner see; Lead see move',
  ],
  [
    { kind: 'set-folder-grant', folder: '/Line', principal: 'owner', rights: ['edit', 'see'] },
    '/Line grants the owner edit see, was nothing',
  ],
  [
    { kind: 'set-withholding', folder: '/Line', principal: 'group:purchasing', rights: ['see'] },
    '/Line withholds from Purchasing see, was nothing',
  ],
  [{ kind: 'start-afresh', folder: '/Line', afresh: true }, '/Line starts afresh'],
  [
    { kind: 'set-home', folder: '/Line', lifecycles: ['note'], classes: null },
    'At home in /Line: lifecycles Note, classes as above; was lifecycles as above, classes as above',
  ],
  [{ kind: 'move-folder', path: '/Grips', to: '/Clamps' }, 'Rename the folder /Grips to Clamps'],
  [{ kind: 'move-folder', path: '/Grips', to: '/Line/Grips' }, 'Move the folder /Grips to /Line/Grips'],
]

describe('a change of the directory', () => {
  it.each(changes)('%j is said, fits its shape, and can be taken back', (change, words) => {
    const { after, delta, words: said } = make(change)
    expect(said).toBe(words)
    expect(changeInWords(world, change, configuration)).toBe(words)
    expect(faultOf(directoryChangeShape(), change)).toBeUndefined()
    expect(isEmptyDelta(delta)).toBe(false)
    const back = takenBack(after, delta)
    const left = deltaBetween(world, back)
    // Somebody who was added stays, deactivated: people are never deleted.
    expect(left.people.every(({ before, after: kept }) => before === null && kept!.active === false)).toBe(
      true,
    )
    expect([left.groups, left.folders]).toEqual([[], []])
  })
  it('has an example here for every kind', () =>
    expect(new Set(changes.map(([{ kind }]) => kind))).toEqual(new Set(Object.keys(directoryChangeKinds))))
  it('leaves what it was made on as it is', () => {
    const before = structuredClone(world)
    for (const [change] of changes) make(change)
    expect(world).toEqual(before)
  })
  it('gives a person an id, and keeps their address as it is compared', () => {
    const { after } = make(changes[0]![0])
    expect(after.people.at(-1)).toMatchObject({
      id: 'ada-lund',
      mail: 'ada.lund@brackwater.example',
      active: true,
    })
  })
  it.each<[DirectoryChange, RegExp]>([
    [
      {
        kind: 'add-person',
        name: 'X',
        mail: 'jonas.eckhart@brackwater.example',
        groups: [],
        administrator: false,
      },
      /address of Jonas Eckhart already/,
    ],
    [{ kind: 'add-person', name: 'X', mail: 'nowhere', groups: [], administrator: false }, /no mail address/],
    [{ kind: 'change-person', person: jonas, groups: ['none'] }, /no group “none”/],
    [{ kind: 'change-person', person: 'nobody', active: false }, /no person “nobody”/],
    [{ kind: 'add-group', name: ' checking ' }, /already a group called/],
    [{ kind: 'add-folder', path: '/Nowhere/Deep' }, /no folder \/Nowhere/],
    [{ kind: 'add-folder', path: '/grips' }, /a folder \/Grips already/],
    [{ kind: 'add-folder', path: '/Grips/..' }, /are no names/],
    [{ kind: 'add-folder', path: '/Grips//x' }, /each name in it is filled/],
    [{ kind: 'add-folder', path: 'Grips' }, /begins with \//],
    [{ kind: 'remove-folder', path: '/Grips' }, /folders below it, such as \/Grips\/Legacy/],
    [{ kind: 'remove-folder', path: '/' }, /stays/],
    [{ kind: 'move-folder', path: '/', to: '/All' }, /stays/],
    [{ kind: 'move-folder', path: '/Nowhere', to: '/All' }, /no folder \/Nowhere/],
    [{ kind: 'move-folder', path: '/Grips', to: '/line' }, /a folder \/Line already/],
    [{ kind: 'move-folder', path: '/Grips', to: '/Grips/Legacy/Grips' }, /cannot be moved below itself/],
    [{ kind: 'move-folder', path: '/Grips', to: '/Nowhere/Grips' }, /no folder \/Nowhere/],
    [{ kind: 'move-folder', path: '/Grips', to: '/Line/ Grips' }, /without blanks around/],
    [{ kind: 'set-role', folder: '/Grips', role: 'pilot', players: [] }, /no role “pilot”/],
    [{ kind: 'set-role', folder: '/Grips', role: 'lead', players: ['person:nobody'] }, /no person “nobody”/],
    [{ kind: 'set-home', folder: '/Grips', lifecycles: ['none'], classes: null }, /no lifecycle “none”/],
  ])('%j is refused', (change, why) => expect(() => make(change)).toThrow(why))
  it('never leaves the vault without an administrator', () => {
    const [mara, ilya] = people.filter(({ administrator }) => administrator)
    const { after } = make({ kind: 'change-person', person: ilya!.id, administrator: false })
    expect(() => make({ kind: 'change-person', person: mara!.id, active: false }, after)).toThrow(
      /nobody would be left/,
    )
    expect(() => make({ kind: 'change-person', person: mara!.id, administrator: false }, after)).toThrow(
      /nobody would be left/,
    )
  })
  it('moves what is below a folder with it, keeps what documents know it by, and changes case alone', () => {
    const { after } = make({ kind: 'move-folder', path: '/Grips', to: '/grips' })
    expect(after.folders.filter(({ key }) => key.startsWith('/Grips'))).toEqual(
      world.folders
        .filter(({ path }) => path.startsWith('/Grips'))
        .map((folder) => ({ ...folder, path: folder.path.replace('/Grips', '/grips') })),
    )
    expect(after.folders.map(({ key }) => key)).toEqual(world.folders.map(({ key }) => key))
  })
  it('gives a new folder where a renamed one was a key of its own, and does not take the name back over it', () => {
    const renamed = make({ kind: 'move-folder', path: '/Grips', to: '/Clamps' })
    const { after } = make({ kind: 'add-folder', path: '/Grips' }, renamed.after)
    expect(after.folders.at(-1)).toEqual({ path: '/Grips', key: '/Grips#2' })
    expect(() => takenBack(after, renamed.delta)).toThrow(/another folder \/Grips by now/)
  })
  it('does not take a folder back from above another', () => {
    const above = make({ kind: 'add-folder', path: '/New' })
    const { after } = make({ kind: 'add-folder', path: '/New/Deep' }, above.after)
    expect(() => takenBack(after, above.delta)).toThrow(/would be without the folder above it/)
  })
  it('is not taken back once what it touched has changed again', () => {
    const first = make({ kind: 'start-afresh', folder: '/Line', afresh: true })
    const second = make(
      { kind: 'set-withholding', folder: '/Line', principal: 'anyone', rights: ['see'] },
      first.after,
    )
    expect(() => takenBack(second.after, first.delta)).toThrow(/folder \/Line has been changed since/)
    expect(takenBack(takenBack(second.after, second.delta), first.delta)).toEqual(world)
  })
})

describe('what a change does to people’s rights', () => {
  const standing = world.folders.flatMap(({ path }) =>
    configuration.lifecycles.flatMap(({ id, states }) =>
      states.map(({ state }, index) => ({ folder: path, lifecycle: id, state, documents: index + 1 })),
    ),
  )
  /** Asked one by one, by the rules. */
  function plainly(before: VaultDirectory, after: VaultDirectory) {
    const has = (
      directory: VaultDirectory,
      id: string,
      right: (typeof rights)[number],
      place: (typeof standing)[number],
    ) => {
      const person = directory.people.find((one) => one.id === id)
      const use = configuration.lifecycles
        .find((one) => one.id === place.lifecycle)!
        .states.find((one) => one.state === place.state)!
      const { key } = world.folders.find(({ path }) => path === place.folder)!
      const { path } = directory.folders.find((folder) => folder.key === key) ?? { path: place.folder }
      return !!person?.active && allows(person, chainTo(directory.folders, path), use, right)
    }
    const ids = new Set([...before.people, ...after.people].map(({ id }) => id))
    return [...ids].filter((id) =>
      standing.some((place) =>
        rights.some((right) => has(before, id, right, place) !== has(after, id, right, place)),
      ),
    )
  }
  it.each(changes.map(([change]) => [change]))('%j is counted as the rules have it', (change) => {
    const { after } = make(change)
    const { people: count, affected } = consequencesOf(world, after, configuration.lifecycles, standing, {
      most: 1000,
    })
    expect(affected.map(({ person }) => person).sort()).toEqual(plainly(world, after).sort())
    expect(count).toBe(affected.length)
  })
  it('is told right by right, with the documents', () => {
    const { after } = make({
      kind: 'set-withholding',
      folder: '/Notes',
      principal: `person:${jonas}`,
      rights: ['edit'],
    })
    const notes = [
      {
        folder: '/Notes',
        lifecycle: 'note',
        state: configuration.lifecycles.find(({ id }) => id === 'note')!.entry,
        documents: 7,
      },
    ]
    expect(consequencesOf(world, after, configuration.lifecycles, notes)).toEqual({
      people: 1,
      documents: 7,
      affected: [{ person: jonas, name: 'Jonas Eckhart', gained: {}, lost: { edit: 7 } }],
    })
  })
})
