import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib'
import type { PastAct } from './past'
import type { Account } from '../server/directory/people'
import { fileDocument } from '../server/documents/acts/file'
import { fire } from '../server/documents/acts/fire'
import { documentRow } from '../server/documents/rows'
import type { Stored } from '../server/files/store'

/** Sheets of the Halden station, and how far each has come: shared, signed so often, returned, or published. */
const sheets: [number: string, title: string, days: number, goes: ('share' | 'sign' | 'return')[]][] = [
  ['BR-HS-ARC-001', 'Halden station, ground floor', 41, ['share', 'sign', 'sign', 'sign']],
  ['BR-HS-ARC-002', 'Halden station, upper floor', 33, ['share', 'sign', 'sign']],
  ['BR-HS-ARC-003', 'Halden station, sections', 26, ['share', 'sign']],
  ['BR-HS-STR-001', 'Platform slab, reinforcement', 19, ['share']],
  ['BR-HS-STR-002', 'Bullwheel foundation', 14, ['share', 'return']],
  ['BR-HS-MEP-001', 'Drive room, ventilation', 6, ['share']],
]
const hour = 3_600_000

/** What happened to the sheets of the Halden station. */
export async function pastOfStations(store: (content: Uint8Array) => Promise<Stored>): Promise<PastAct[]> {
  const acts: PastAct[] = []
  for (const [index, sheet] of sheets.entries()) acts.push(...(await pastOfSheet(store, sheet, index)))
  return acts
}

async function pastOfSheet(
  store: (content: Uint8Array) => Promise<Stored>,
  [number, title, days, goes]: (typeof sheets)[number],
  index: number,
): Promise<PastAct[]> {
  const content = { ...(await store(await sheetOf(number, title))), fileName: `${number}.pdf` }
  const begins = Math.floor(Date.now() / (24 * hour)) * 24 * hour - days * 24 * hour + 9 * hour
  const oneOf = (group: string, salt: number) => (accounts: Account[]) =>
    accounts.filter((account) => account.groups.includes(group))[salt]!
  const author = oneOf('civil-stations', index % 4)
  const signers = [oneOf('checking', 1), oneOf('checking', 2), oneOf('release-board', 1)]
  let signed = 0
  const ways = goes.map(
    (go): [who: (accounts: Account[]) => Account, transition: string, comment?: string] => {
      if (go === 'share') return [author, 'share', 'ready for the second look']
      if (go === 'return') return [signers[0]!, 'rework', 'the anchor bolts are drawn as M30']
      return [signers[signed++]!, 'publish']
    },
  )
  return [
    {
      at: new Date(begins),
      act: (db, accounts) =>
        fileDocument(db, author(accounts), { number, title, folder: '/Stations' }, content, 'First draft'),
    },
    ...ways.map(([who, transition, comment], step): PastAct => ({
      at: new Date(begins + (step + 1) * 26 * hour),
      act: (db, accounts) => {
        const chosen = { number, change: documentRow(db, number).change }
        fire(db, who(accounts), chosen, transition, comment)
      },
    })),
  ]
}

/** Names the colour of the border: without any colour, the PDF library fills the rectangle black. */
const frame = { borderWidth: 1, borderColor: rgb(0, 0, 0) }

/** A sheet with its title block, as a PDF of the same bytes each time. */
async function sheetOf(number: string, title: string): Promise<Uint8Array> {
  const made = await PDFDocument.create({ updateMetadata: false })
  const page = made.addPage([842, 595])
  const font = await made.embedFont(StandardFonts.Helvetica)
  page.drawRectangle({ x: 30, y: 30, width: 782, height: 535, ...frame })
  page.drawRectangle({ x: 562, y: 30, width: 250, height: 70, ...frame })
  page.drawText(title, { x: 572, y: 72, size: 11, font })
  page.drawText(`${number}   Brackwater Ropeways`, { x: 572, y: 50, size: 9, font })
  return made.save({ useObjectStreams: false })
}
