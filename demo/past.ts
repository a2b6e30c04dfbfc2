import { configuration } from './configuration'
import { dxf } from './dxf'
import { chance, type Chance } from './random'
import { changes, driveNouns, gripNouns, lineNouns, sides } from './world'
import type { Db } from '../server/database/connection'
import type { Account } from '../server/directory/people'
import { checkIn } from '../server/documents/acts/check-in'
import { checkOut } from '../server/documents/acts/check-out'
import { editRecord } from '../server/documents/acts/edit-record'
import { fileDocument } from '../server/documents/acts/file'
import { fire } from '../server/documents/acts/fire'
import { documentRow } from '../server/documents/rows'
import type { Stored } from '../server/files/store'

/** Something that happened in the vault's past year. */
export interface PastAct {
  at: Date
  act: (db: Db, accounts: Account[]) => void
}

const areas = [
  { folder: '/Grips', group: 'grips-carriers', prefix: 'BR-2', nouns: gripNouns, count: 130 },
  { folder: '/Line', group: 'line-towers', prefix: 'BR-3', nouns: lineNouns, count: 95 },
  { folder: '/Drives', group: 'drives-electrical', prefix: 'BR-4', nouns: driveNouns, count: 75 },
] as const

const materials = configuration.attributes.find(({ id }) => id === 'material')!.choices!
const minute = 60_000
const hour = 60 * minute
const day = 24 * hour

/** A year of work on about three hundred drawings, in the order in which it happened. */
export async function pastOfVault(store: (content: string) => Promise<Stored>): Promise<PastAct[]> {
  const random = chance(2026)
  const acts: PastAct[] = []
  for (const area of areas)
    for (let n = 1; n <= area.count; n++)
      acts.push(...(await pastOfDrawing(store, random, area, `${area.prefix}${String(n).padStart(3, '0')}`)))
  return acts
    .filter((entry) => entry.at.getTime() < Date.now() - hour)
    .sort((a, b) => a.at.getTime() - b.at.getTime())
}

async function pastOfDrawing(
  store: (content: string) => Promise<Stored>,
  random: Chance,
  area: (typeof areas)[number],
  number: string,
): Promise<PastAct[]> {
  const title = `${random.pick(area.nouns)}, ${random.pick(sides)}`
  const fileName = `${number}.dxf`
  const history: { revision: string; date: string; text: string }[] = []
  const contentAt = async (revision: string, text: string) => {
    if (!history.some((row) => row.revision === revision)) history.push({ revision, date: '', text })
    return store(dxf({ number, title, revision, date: '', author: '', history }, random))
  }
  const author = (accounts: Account[]) =>
    accounts.filter((account) => account.groups.includes(area.group))[number.charCodeAt(5) % 4]!
  const oneOf = (group: string, salt: number) => (accounts: Account[]) =>
    accounts.filter((account) => account.groups.includes(group))[salt % 3]!
  const salt = random.below(9)
  const acts: PastAct[] = []
  let time = Math.floor(Date.now() / day) * day - 365 * day + random.below(330) * day + 8 * hour
  const then = (days: number, act: (db: Db, accounts: Account[], row: { change: number }) => void) => {
    time =
      Math.floor(time / day) * day +
      (1 + random.below(days)) * day +
      (7 + random.below(9)) * hour +
      random.below(60) * minute
    acts.push({ at: new Date(time), act: (db, accounts) => act(db, accounts, documentRow(db, number)) })
  }
  const first = await contentAt('A', 'First issue')
  acts.push({
    at: new Date(time),
    act: (db, accounts) =>
      fileDocument(
        db,
        author(accounts),
        { number, title, folder: area.folder },
        { ...first, fileName },
        'First draft',
      ),
  })
  if (random.next() < 0.08) return acts
  const material = random.pick(materials)
  const mass = (random.next() * 40 + 0.2).toFixed(1)
  then(3, (db, accounts, row) =>
    editRecord(
      db,
      author(accounts),
      { number, change: row.change },
      {
        material,
        mass,
        finish: random.next() < 0.5 ? 'zinc' : 'paint',
      },
    ),
  )

  for (let round = 0; round < 1 + random.below(3); round++) {
    const change = random.pick(changes)
    const content = await contentAt('ABC'[round]!, change)
    then(6, (db, accounts, row) => checkOut(db, author(accounts), { number, change: row.change }))
    if (random.next() < 0.02) return acts
    then(2, (db, accounts, row) =>
      checkIn(db, author(accounts), { number, change: row.change }, { ...content, fileName }, change),
    )
    if (random.next() < 0.06) return acts
    then(5, (db, accounts, row) =>
      fire(db, author(accounts), { number, change: row.change }, 'send-to-check', undefined),
    )
    if (random.next() < 0.15) {
      then(4, (db, accounts, row) =>
        fire(
          db,
          oneOf('checking', salt)(accounts),
          { number, change: row.change },
          'return',
          'Dimension missing at section B',
        ),
      )
      then(4, (db, accounts, row) =>
        fire(db, author(accounts), { number, change: row.change }, 'send-to-check', undefined),
      )
    }
    if (random.next() < 0.04) return acts
    then(8, (db, accounts, row) =>
      fire(db, oneOf('release-board', salt)(accounts), { number, change: row.change }, 'issue', change),
    )
    if (random.next() < 0.1) {
      then(60, (db, accounts, row) =>
        fire(
          db,
          oneOf('release-board', salt)(accounts),
          { number, change: row.change },
          'supersede',
          `Replaced by ${area.prefix}9${number.slice(-2)}`,
        ),
      )
      return acts
    }
    if (round === 2 || random.next() < 0.4) return acts
    then(90, (db, accounts, row) =>
      fire(db, author(accounts), { number, change: row.change }, 'revise', undefined),
    )
  }
  return acts
}
