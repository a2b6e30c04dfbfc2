import { dxf } from './dxf'
import { chance } from './random'
import type { Db } from '../server/database/connection'
import type { Account } from '../server/directory/people'
import { checkOut } from '../server/documents/acts/check-out'
import { editRecord } from '../server/documents/acts/edit-record'
import { fileDocument } from '../server/documents/acts/file'
import { fire } from '../server/documents/acts/fire'
import { revise } from '../server/documents/acts/revise'
import { documentRow } from '../server/documents/rows'
import type { Stored } from '../server/files/store'

/** A document that somebody checked in by hand, with the label it had before in its record; and what it refers to. */
interface Carried {
  number: string
  title: string
  label: string
  folder?: string
  refersTo?: string[]
  note?: true
}

/**
 * Tower drawings and notes from before the vault: filed by check-in, so they stand at the first label
 * whatever they carry.
 */
const carried: Carried[] = [
  {
    number: 'BR-5001',
    title: 'Tower head 5, assembly',
    label: 'C',
    refersTo: ['BR-5002', 'BR-5003', 'BR-5004'],
  },
  { number: 'BR-5002', title: 'Cross-arm, welded', label: 'B' },
  { number: 'BR-5003', title: 'Saddle plate', label: 'rev d' },
  { number: 'BR-5004', title: 'Ladder bracket', label: 'B.2' },
  { number: 'BR-5005', title: 'Tower head 6, assembly', label: 'O', refersTo: ['BR-5006', 'BR-5003'] },
  { number: 'BR-5006', title: 'Cross-arm, bolted', label: 'A' },
  { number: 'BR-5007', title: 'Anchor frame', label: '' },
  { number: 'BR-5008', title: 'Rope guide, upper', label: 'D' },
  { number: 'BR-5009', title: 'Rope guide, lower', label: 'B' },
  { number: 'BR-5010', title: 'Derail switch plate', label: 'A' },
  { number: 'BR-5011', title: 'Battery beam, 8 sheaves', label: ' e ' },
  { number: 'BR-5012', title: 'Battery beam, 12 sheaves', label: 'Revision F' },
  { number: 'BR-5013', title: 'Sheave liner, rubber', label: 'NC' },
  { number: 'BR-5014', title: 'Rescue rail', label: 'C', folder: '/Line/Carried over/Sealed' },
  { number: 'N-101', title: 'Torque values for grip bolts', label: '3', folder: '/Notes', note: true },
  { number: 'N-102', title: 'Greasing of sheave bearings', label: 'rev 1', folder: '/Notes', note: true },
]

/** Which documents of the year's work are assemblies, and of what: by the last digit of their numbers. */
const assemblies: Record<number, number[]> = { 1: [2, 3, 4, 6], 6: [4, 7, 8] }

/** Files the carried-over documents and brings each into the standing it has in the demo. */
export async function carriedOver(
  store: (content: string) => Promise<Stored>,
): Promise<(db: Db, accounts: Account[]) => void> {
  const random = chance(7)
  const contents = await Promise.all(
    carried.map(({ number, title, label, note }) =>
      store(
        note
          ? `${title}\n`
          : dxf({ number, title, revision: label, date: '', author: '', history: [] }, random),
      ),
    ),
  )
  return (db, accounts) => {
    const by = (name: string) => accounts.find((account) => account.name === name)!
    const [steward, author] = [by('Mara Feldhaus'), by('Harun Delacroix')]
    const change = (number: string) => documentRow(db, number).change
    carried.forEach(({ number, title, label, folder, note }, index) => {
      fileDocument(
        db,
        steward,
        { number, title, folder: folder ?? '/Line/Carried over' },
        { ...contents[index]!, fileName: `${number}.${note ? 'txt' : 'dxf'}` },
        'Filed by hand',
      )
      editRecord(
        db,
        steward,
        { number, change: change(number) },
        note
          ? { legacy_revision: label }
          : { legacy_revision: label, material: 'S355', mass: String(4 + index) },
      )
    })
    checkOut(db, author, { number: 'BR-5008', change: change('BR-5008') })
    fire(db, author, { number: 'BR-5009', change: change('BR-5009') }, 'send-to-check', undefined)
    revise(db, author, [{ number: 'BR-5010', change: change('BR-5010') }], 'Hole pattern moved')
  }
}

/** Every reference of the demo world, from assembly to part, among the numbers there are. */
export function referencesAmong(numbers: string[]): [string, string][] {
  const there = new Set(numbers)
  const ofWork = numbers.flatMap((number) => {
    const match = /^(BR-[234]\d\d)(\d)$/.exec(number)
    return match
      ? (assemblies[Number(match[2])] ?? []).map((digit): [string, string] => [number, `${match[1]}${digit}`])
      : []
  })
  const ofCarried = carried.flatMap(({ number, refersTo = [] }) =>
    refersTo.map((to): [string, string] => [number, to]),
  )
  return [...ofWork, ...ofCarried].filter(([parent, child]) => there.has(parent) && there.has(child))
}
