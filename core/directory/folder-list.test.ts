import { describe, expect, it } from 'vitest'
import { configuration } from '../../demo/configuration'
import { changeDirectory } from './change'
import { readFolders } from './folder-list'
import type { VaultDirectory } from './types'
import { world } from './world.fixture'

const read = (...lines: string[]) => readFolders(lines.join('\n'), world, configuration)
const said = (...lines: string[]) => read(...lines).lines.map(({ name, words }) => `${name}: ${words}`)
const made = (...lines: string[]): VaultDirectory => {
  const { folders } = read(...lines)
  return changeDirectory(world, { kind: 'import-folders', source: 'a list', folders }, configuration).after
}
const folderIn = ({ folders }: VaultDirectory, path: string) => folders.find((folder) => folder.path === path)

describe('an indented list of folders', () => {
  const list = [
    'Ropes: Author = Jonas Eckhart; Checker = Checking, Signe Aldous',
    '  Splices',
    '    Long: Checker = nobody',
    '\tSheaves',
    '',
    'Grips',
    '  Jaws: Author = JONAS.ECKHART@brackwater.example',
  ]
  it('says of each line what it would do', () => {
    expect(said(...list)).toEqual([
      '/Ropes: new; Author: Jonas Eckhart; Checker: Checking and Signe Aldous',
      '/Ropes/Splices: new',
      '/Ropes/Splices/Long: new; Checker: nobody',
      '/Ropes/Splices/Sheaves: new',
      '/Grips: as it is',
      '/Grips/Jaws: new; Author: Jonas Eckhart',
    ])
  })
  it('is made as one change, and leaves what is there', () => {
    const after = made(...list)
    const jonas = world.people.find(({ name }) => name === 'Jonas Eckhart')!.id
    expect(after.folders).toHaveLength(world.folders.length + 5)
    expect(folderIn(after, '/Ropes')).toMatchObject({ roles: { author: [`person:${jonas}`] } })
    expect(folderIn(after, '/Ropes/Splices/Long')?.roles).toEqual({ checker: [] })
    expect(folderIn(after, '/Grips')).toEqual(folderIn(world, '/Grips'))
  })
  it('does nothing a second time', () => {
    const again = readFolders(list.join('\r\n'), made(...list), configuration)
    expect([again.lines.map(({ status }) => status), again.folders]).toEqual([Array(6).fill('same'), []])
  })
})

describe('a list of folders with columns', () => {
  it('has paths, and a column for each role', () => {
    const lines = [
      'Folder;Checker;Author',
      '/Ropes/Splices;"Checking | Signe Aldous";',
      'Grips;nobody;Design',
    ]
    expect(said(...lines)).toEqual([
      '/Ropes/Splices: new, with /Ropes above; Checker: Checking and Signe Aldous',
      '/Grips: there is nobody “Design” in the directory, and no such group',
    ])
    expect(folderIn(made(...lines), '/Ropes')).toBeDefined()
  })
  it('is refused as a whole where a quotation mark is not closed', () => {
    expect(read('folder,author', '"/Ropes,Jonas')).toMatchObject({
      folders: [],
      problem: expect.stringMatching(/^line 2: a quotation mark is not closed/),
    })
  })
})

describe('a line that is wrong', () => {
  it.each([
    ['twice', ['Ropes', 'ropes'], '/ropes: is in line 1 already'],
    [
      'an unknown role',
      ['Ropes: Welder = Jonas Eckhart'],
      '/Ropes: there is no role “Welder”: the roles are',
    ],
    ['an unknown player', ['Ropes: Author = Nobody Else'], '/Ropes: there is nobody “Nobody Else” in the'],
    [
      'a name that is none',
      ['Ropes', '  ..'],
      '/Ropes/..: “/Ropes/..” cannot be a folder: “.” and “..” are no',
    ],
    [
      'below a wrong one',
      ['Ropes: Welder = x', '  Long'],
      '/Ropes/Long: lies below /Ropes, and line 1 is wrong',
    ],
  ])('(%s) is left out, and says why', (_, lines, words) => {
    expect(said(...lines).at(-1)).toContain(words)
    expect(read(...lines).folders.map(({ path }) => path)).not.toContain(lines.at(-1)!.trim())
  })
  it('names an address where a name may mean several', () => {
    const twin = { ...world.people[0]!, id: 'twin', mail: 'twin@brackwater.example' }
    const twins = { ...world, people: [...world.people, twin] }
    const [line] = readFolders(`Ropes: Author = ${twin.name}`, twins, configuration).lines
    expect(line).toMatchObject({ status: 'wrong', words: expect.stringMatching(/may be 2 people or groups/) })
    expect(readFolders(`Ropes: Author = ${twin.mail}`, twins, configuration).lines[0]!.status).toBe('new')
  })
  it('is one of too many', () => {
    expect(read(...Array.from({ length: 2001 }, (_, index) => `F${index}`)).problem).toMatch(/more than 2000/)
  })
})
