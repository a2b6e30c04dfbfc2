import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { chmodSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import excel, { type CellValue } from 'exceljs'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { readerVersion } from '../core/intake'
import { below, findFile, readRegisterAt, textOf, walkArchive } from '.'

let root: string
beforeEach(() => (root = mkdtempSync(join(tmpdir(), 'ilmenite-archive-'))))
afterEach(() => rmSync(root, { recursive: true }))
const put = (path: string, content: string | Uint8Array = 'x') => {
  mkdirSync(join(root, path, '..'), { recursive: true })
  writeFileSync(join(root, path), content)
  return join(root, path)
}
const linked = (to: string) => {
  symlinkSync(join(root, to), join(root, 'link.dxf'))
  return join(root, 'link.dxf')
}
const piped = () => {
  execFileSync('mkfifo', [join(root, 'pipe')])
  return join(root, 'pipe')
}
const walked = async (except?: string) => {
  const paths: string[] = []
  for await (const path of walkArchive(root, except)) paths.push(below(root, path))
  return paths
}

describe('walking', () => {
  it('finds every file below, in the order of their names, folders among them', async () => {
    for (const path of ['b.dxf', 'a/2.dxf', 'a/1.dxf', 'c/deep/er/x.dxf', 'Z.dxf', 'é.dxf']) put(path)
    expect(await walked()).toEqual(['Z.dxf', 'a/1.dxf', 'a/2.dxf', 'b.dxf', 'c/deep/er/x.dxf', 'é.dxf'])
  })
  it('leaves the register out', async () => {
    put('drawing.dxf')
    expect(await walked(put('register.csv'))).toEqual(['drawing.dxf'])
  })
  it('follows no link, which may lead out of the archive or round in it, but tells of it', async () => {
    put('drawing.dxf')
    symlinkSync('/etc', join(root, 'elsewhere'))
    symlinkSync(root, join(root, 'round'))
    symlinkSync(join(root, 'drawing.dxf'), join(root, 'same.dxf'))
    execFileSync('mkfifo', [join(root, 'pipe')])
    expect(await walked()).toEqual(['drawing.dxf', 'elsewhere', 'pipe', 'round', 'same.dxf'])
  })
  it('finds nothing in an empty folder', async () => expect(await walked()).toEqual([]))
})

describe('a file', () => {
  it('is found with its size, its SHA-256 and the version of its readers', async () => {
    const content = 'SECTION'.repeat(50_000)
    expect(await findFile(root, put('a/b.dxf', content))).toEqual({
      path: 'a/b.dxf',
      size: content.length,
      sha256: createHash('sha256').update(content).digest('hex'),
      reader: readerVersion,
      problem: null,
      inside: expect.objectContaining({ kind: 'text' }),
    })
  })
  it.each<[string, () => string, string]>([
    ['is empty', () => put('b.dxf', ''), 'empty-file'],
    ['is not there any more', () => join(root, 'gone.dxf'), 'unreadable'],
    ['is a folder', () => join(put('d/x.dxf'), '..'), 'unreadable'],
    ['is a link', () => linked('drawing.dxf'), 'unreadable'],
    ['is a link to nothing', () => linked('nowhere.dxf'), 'unreadable'],
    ['is a pipe', () => piped(), 'unreadable'],
  ])('that %s is told of, not thrown', async (_, make, code) =>
    expect(await findFile(root, make())).toMatchObject({ sha256: null, problem: { code } }),
  )
  it('that nobody may read is told of, also where the server could', async () => {
    const path = put('b.dxf')
    chmodSync(path, 0)
    expect(await findFile(root, path)).toMatchObject({ size: 1, problem: { code: 'unreadable' } })
  })
})

describe('bytes as text', () => {
  it.each<[string, number[], string]>([
    ['UTF-8', [0xc3, 0xbc], 'ü'],
    ['UTF-8 with a mark in front', [0xef, 0xbb, 0xbf, 0x41], 'A'],
    ['Windows-1252, where they are no UTF-8', [0xfc, 0x80, 0x93, 0x94, 0x96], 'ü€“”–'],
    ['nothing', [], ''],
  ])('%s', (_, bytes, text) => expect(textOf(Uint8Array.from(bytes))).toBe(text))
})

describe('a register in a workbook', () => {
  const workbook = async (...rows: (CellValue[] | CellValue)[]) => {
    const book = new excel.Workbook()
    book.addWorksheet('Empty')
    const sheet = book.addWorksheet('Register')
    sheet.addRows(rows)
    sheet.eachRow((row) => (row.getCell(2).numFmt = '00'))
    const path = join(root, 'register.xlsx')
    await book.xlsx.writeFile(path)
    return readRegisterAt(path)
  }
  const heads = ['Drawing', 'Rev', 'Title', 'Date']
  it('is read from the first worksheet that has anything in it, as it is shown there', async () => {
    const { entries } = await workbook(
      heads,
      ['BR-1', 1, { richText: [{ text: 'Plate, ' }, { text: 'left' }] }, new Date('2010-03-04T00:00:00Z')],
      ['BR-1', { formula: '"B"', result: 'B' }, 'Plate', '05.06.2011'],
    )
    expect(entries).toMatchObject([
      { line: 2, number: 'BR-1', revision: '01', title: 'Plate, left', date: '2010-03-04' },
      { line: 3, revision: 'B', date: '2011-06-05' },
    ])
  })
  it('names rows that cannot be used', async () =>
    expect((await workbook(heads, ['BR-1', '', 'Plate', ''])).problems).toEqual([
      { line: 2, message: 'line 2: the revision is empty' },
    ]))
  it('is refused where it is none', async () => {
    await expect(readRegisterAt(put('a.xlsx', 'no workbook'))).rejects.toThrow(/its bytes do not/)
    await expect(readRegisterAt(put('b.xlsx', 'PK no workbook'))).rejects.toThrow(/cannot be opened/)
    await expect(workbook()).rejects.toThrow(/the register is empty/)
  })
})
