import { describe, expect, it } from 'vitest'
import { configuration } from '../../demo/configuration'
import { people } from '../../demo/world'
import { changeDirectory } from './change'
import { world } from './world.fixture'
import { readPeople } from './people-csv'

describe('people from a list', () => {
  const read = (...lines: string[]) => readPeople(lines.join('\r\n'), world)
  it('says of each line what it would do', () => {
    const {
      lines,
      people: change,
      problem,
    } = read(
      'Name;Mail;Groups;Administrator',
      'Ada Lund;ada.lund@brackwater.example;Checking | Release Board;no',
      'Jonas Eckhart;JONAS.eckhart@brackwater.example;Grips & Carriers;',
      'Signe Aldous-Berg;signe.aldous@brackwater.example;;yes',
      '',
      'Nobody;nobody;;',
      'Kim;kim@brackwater.example;No Such;',
      'Ada Again;ada.lund@brackwater.example;;',
      'Mo;mo@brackwater.example;;perhaps',
    )
    expect(problem).toBeNull()
    expect(lines.map(({ line, status }) => [line, status])).toEqual([
      [2, 'new'],
      [3, 'same'],
      [4, 'changed'],
      [6, 'wrong'],
      [7, 'wrong'],
      [8, 'wrong'],
      [9, 'wrong'],
    ])
    expect(lines.map(({ words }) => words)).toEqual([
      'new, in Checking, Release Board',
      'as it is',
      'called Signe Aldous-Berg; administrator',
      '“nobody” is no mail address: it has something before and after its @',
      'there is no group “No Such”: add it first, or leave it out',
      'is in line 2 already',
      'administrator is “perhaps”, and neither yes nor no',
    ])
    expect(
      changeDirectory(world, { kind: 'import-people', source: 'x.csv', people: change }, configuration).after
        .people,
    ).toHaveLength(people.length + 1)
  })
  it('reads two columns with semicolons and a line end after the last', () => {
    const { lines, problem } = read('Name;Mail', 'Ella Moor;ella.moor@brackwater.example', '')
    expect([problem, lines.map(({ name }) => name)]).toEqual([null, ['Ella Moor']])
  })
  it.each([
    ['', /no column “mail”/],
    ['name,role\nA,B', /column “role” is none that people have/],
    ['name,mail,mail\nA,b@c,d@e', /two columns are mail/],
    ['name,mail\n"A,b@c', /quotation mark/],
  ])('%j is no list', (text, why) => expect(readPeople(text, world).problem).toMatch(why))
})
