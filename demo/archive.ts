import { chmodSync, mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { configuration } from './configuration'
import { dxf } from './dxf'
import { chance, type Chance } from './random'
import { changes, gripNouns, legacyAuthors, sides } from './world'
import { format } from '../core/revision'

const scheme = configuration.schemes[0]!
const label = (major: number) => format(scheme, { series: 0, major, minor: null })

interface ArchiveFile {
  path: string
  content: string
}
interface RegisterLine {
  number: string
  title: string
  revision: string
  date: string
  author: string
  change: string
  status: string
}
interface Legacy {
  number: string
  title: string
  folder: string
  history: { revision: string; date: string; author: string; text: string }[]
}

const twoDigits = (number: number) => String(number).padStart(2, '0')

/** Makes up one drawing with its history up to a major, 0 being `A`. */
function legacyDrawing(random: Chance, number: string, majors: number): Legacy {
  const year = 2006 + random.below(9)
  const history = Array.from({ length: majors + 1 }, (_, i) => ({
    revision: label(i),
    date: [year + i, twoDigits(1 + random.below(12)), twoDigits(1 + random.below(28))].join('-'),
    author: random.pick(legacyAuthors),
    text: i === 0 ? 'First issue' : random.pick(changes),
  }))
  const noun = random.pick(gripNouns)
  return { number, title: `${noun}, ${random.pick(sides)}`, folder: noun.split(' ')[0]!, history }
}

function drawingFile(random: Chance, drawing: Legacy, revision: string, path: string): ArchiveFile {
  const upTo = drawing.history.findIndex((row) => row.revision === revision)
  const history = drawing.history.slice(0, upTo < 0 ? undefined : upTo + 1)
  const last = history.at(-1)!
  return {
    path,
    content: dxf(
      {
        number: drawing.number,
        title: drawing.title,
        revision,
        date: last.date,
        author: last.author,
        history,
      },
      random,
    ),
  }
}

const registerLines = (drawing: Legacy, status = 'issued'): RegisterLine[] =>
  drawing.history.map((row, i) => ({
    number: drawing.number,
    title: drawing.title,
    revision: row.revision,
    date: row.date,
    author: row.author,
    change: row.text,
    status: i === drawing.history.length - 1 ? status : 'superseded',
  }))

/** The grip archive: sound drawings first, then one of each mistake that real archives hold. */
export function gripArchive(): { files: ArchiveFile[]; register: string } {
  const random = chance(1042)
  const files: ArchiveFile[] = []
  const lines: RegisterLine[] = []
  const add = (
    drawing: Legacy,
    name: string,
    revision = drawing.history.at(-1)!.revision,
    folder = drawing.folder,
  ) => files.push(drawingFile(random, drawing, revision, `${folder}/${name}`))

  const known: Legacy = { ...legacyDrawing(random, 'BR-1042', 2), title: 'Grip plate, left', folder: 'Grip' }
  for (const { revision } of known.history) add(known, `BR-1042_${revision}.dxf`, revision)
  lines.push(...registerLines(known))

  for (let i = 0; i < 70; i++) {
    const drawing = legacyDrawing(random, `BR-${1060 + i}`, random.below(8))
    const status = i % 17 === 5 ? 'superseded' : i % 13 === 4 ? 'drawn' : 'issued'
    lines.push(...registerLines(drawing, status))
    const withOlder = random.next() < 0.4
    for (const { revision } of withOlder ? drawing.history.slice(-3) : drawing.history.slice(-1))
      add(drawing, `${drawing.number}_${revision}.dxf`, revision)
  }
  mistakes(random, add, files, lines)
  return { files, register: csv(lines) }
}

function mistakes(
  random: Chance,
  add: (drawing: Legacy, name: string, revision?: string, folder?: string) => void,
  files: ArchiveFile[],
  lines: RegisterLine[],
): void {
  const drawing = (number: string, majors: number) => {
    const made = legacyDrawing(random, number, majors)
    lines.push(...registerLines(made))
    return made
  }
  add(drawing('BR-1043', 3), 'BR-1043_C.dxf', 'C')
  add(drawing('BR-1044', 2), 'BR-1044_rev O.dxf')
  add(drawing('BR-1045', 2), 'BR-1045_Rev-c.dxf')
  add(drawing('BR-1046', 2), 'BR-1046_r3.dxf')
  add(drawing('BR-1047', 0), 'BR-1047_NC.dxf')
  add(drawing('BR-1048', 1), 'BR-1048_ B .dxf')
  const twice = drawing('BR-1049', 1)
  add(twice, 'BR-1049_B.dxf')
  add(twice, 'BR-1049_B.dxf', 'B', 'From the old server')
  const copied = drawing('BR-1050', 0)
  add(copied, 'BR-1050_A.dxf')
  files.push({ path: 'From the old server/BR-1051_A.dxf', content: files.at(-1)!.content })
  lines.push({ ...registerLines(copied)[0]!, number: 'BR-1051' })
  add(drawing('BR-1052', 1), 'BR-1052_B.dxf')
  drawing('BR-1053', 1)
  files.push({ path: 'Clamp/BR-1053_B.dxf', content: '' })
  const long = drawing('BR-1054', 1)
  add(
    long,
    `BR-1054_${'Klemmbacke für Gehänge mit Überlastsicherung und Rückstellfeder, Ausführung für große Seilneigung '.repeat(3).slice(0, 186)}_B.dxf`,
  )
  add(drawing('BR-1055', 4), 'BR-1055.dxf')
  add(drawing('BR-1056', 1), 'Übersicht Klemmen.dxf')
  const newer = drawing('BR-1057', 1)
  add(
    {
      ...newer,
      history: [
        ...newer.history,
        { revision: 'C', date: '2019-03-04', author: 'K. Sommer', text: 'Bore enlarged' },
      ],
    },
    'BR-1057_C.dxf',
  )
  add(drawing('BR-2001', 1), 'BR-2001_B.dxf')
}

function csv(lines: RegisterLine[]): string {
  const heading = 'Number;Title;Revision;Date;Author;Change;Status'
  const body = lines.map((line) =>
    [line.number, line.title, line.revision, line.date, line.author, line.change, line.status].join(';'),
  )
  body.splice(40, 0, 'BR-1077;Hanger link, left;C')
  body.splice(90, 0, 'BR-1090;Wear strip, outer;;2012-05-05;A. Reiss;Edge radius added;issued')
  body.splice(120, 0, 'BR-1058;Stop block, upper;A;35.13.2011;A. Reiss;First issue;issued')
  return `${[heading, ...body].join('\r\n')}\r\n`
}

/** Writes the grip archive and its register below a folder. */
export function writeGripArchive(share: string): void {
  const { files, register } = gripArchive()
  for (const { path, content } of files) write(join(share, 'Grip archive', path), content)
  chmodSync(join(share, 'Grip archive', files.find((file) => file.path.endsWith('BR-1052_B.dxf'))!.path), 0)
  write(join(share, 'Grip archive register.csv'), register)
}

/** Writes an archive of any size, the same each time: `files` drawings, one to three to a number. */
export function writeLargeArchive(folder: string, files: number, seed = 7): void {
  const random = chance(seed)
  for (let written = 0, n = 1; written < files; n++) {
    const drawing = legacyDrawing(random, `BR-${String(100_000 + n)}`, random.below(8))
    for (const { revision } of drawing.history.slice(-1 - random.below(3))) {
      if (written++ >= files) return
      const file = drawingFile(
        random,
        drawing,
        revision,
        `${String(n % 100).padStart(2, '0')}/${drawing.number}_${revision}.dxf`,
      )
      write(join(folder, file.path), file.content)
    }
  }
}

function write(path: string, content: string): void {
  mkdirSync(dirname(path), { recursive: true })
  writeFileSync(path, content)
}
