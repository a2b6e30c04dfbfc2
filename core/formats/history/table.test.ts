import { describe, expect, it } from 'vitest'
import { tableRows } from '.'

/** Texts in lines from the top, in columns that begin at some places, 2.5 high. */
const sheet = (starts: number[], lines: string[][]) =>
  lines.flatMap((line, row) =>
    line.flatMap((text, column) => (text ? [{ text, x: starts[column]!, y: -row * 6, height: 2.5 }] : [])),
  )
const rows = (starts: number[], ...lines: string[][]) =>
  tableRows(sheet(starts, lines)).map(({ revision, text }) => [revision, text])

describe('a table of texts in columns', () => {
  it('is of revisions where it has labels and dates, in whatever order and language', () =>
    expect(
      rows(
        [0, 30, 50],
        ['Datum', 'Ind.', 'Änderung'],
        ['2014-03-01', 'A', 'First'],
        ['2015-01-02', 'B', 'Bore'],
      ),
    ).toEqual([
      ['A', 'First'],
      ['B', 'Bore'],
    ]))
  it('is of revisions where it has labels and texts alone', () =>
    expect(rows([0, 20], ['REV', 'DESCRIPTION'], ['A', 'First'])).toEqual([['A', 'First']]))
  it.each([
    ['counts parts', ['ITEM', 'REV', 'DESCRIPTION'], ['1', 'A', 'Screw']],
    ['says what parts are made of', ['REV', 'DESCRIPTION', 'QTY'], ['A', 'Screw', '4']],
  ])('is of parts where it %s', (_, heads, line) => expect(rows([0, 20, 60], heads, line)).toEqual([]))
  it('goes on over lines that a text is broken into, and ends at a gap', () =>
    expect(
      rows(
        [0, 20, 50],
        ['REV', 'DATE', 'DESCRIPTION'],
        ['A', '2014-03-01', 'First'],
        ['', '', 'issue'],
        [],
        [],
        [],
        ['X', 'y', 'z'],
      ),
    ).toEqual([['A', 'First issue']]))
})
