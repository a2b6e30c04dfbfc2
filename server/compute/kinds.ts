import { checkedDraft, type CheckedDraft } from '../configuration/checked-draft'
import { guardReachOrFault, type GuardAnswer } from '../configuration/guard-reach'
import { wouldMove } from '../configuration/would-move'
import { compareConfigurations } from '../configuration/history'
import { readConfiguration } from '../configuration/import'
import type { Finding } from '../../core/check'
import { trail, type TrailQuery, verify } from '../audit/trail'
import { schemeInUse } from '../configuration/labels'
import { published } from '../configuration/published'
import { consistently, type Db } from '../database/connection'
import { adoptionPlan, type AdoptionQuery } from '../documents/adoption-plan'
import { listDocuments } from '../documents/list'
import type { VaultQuery } from '../documents/listing/query'
import { labelsOfArchive, labelsOfFolder } from '../documents/label-sources'
import { possibleActs } from '../documents/possible-acts'
import { type DirectoryChange, readPeople } from '../../core/directory'
import { wholeDirectory } from '../directory/directory'
import { type AccessAsked, explainAccess, whatMay, whoCan } from '../directory/explain'
import { previewChange, previewTakingBack } from '../directory/preview'
import { tryPatterns } from '../intake/patterns'
import { found } from '../documents/find'
import { overview } from '../overview/queries'
import type { Account } from '../directory/people'
import { type ScriptTrial, tryScript } from '../scripts/try'
import { comparisonOf, previewOf, probeOf, sheetAsPdf } from '../rendering/preview'
import { layOutMap } from '../rendering/map'
import { recordFindings } from '../record/findings'
import { filesWith, type SpreadQuery } from '../record/spread'
import { tasksOf, type TasksQuery } from '../tasks/queries'

/** Work on what somebody typed, which could be made to be slow: it runs in a thread of its own, within a time. */
export interface Computation<Input, Answer> {
  /** The most seconds it is given. */
  seconds: number
  /** What is said of it where it takes longer. */
  name: string
  /** Whether it is one of those that are asked for with every page. */
  isQuick?: true
  run: (db: Db, input: Input) => Answer
}
/** What takes milliseconds, and is asked for with every page: it has threads of its own, and waits for nothing long. */
const quick = <Input, Answer>(
  name: string,
  run: (db: Db, input: Input) => Answer,
): Computation<Input, Answer> => ({
  seconds: 20,
  name,
  isQuick: true,
  run,
})
const computation = <Input, Answer>(
  seconds: number,
  name: string,
  run: (db: Db, input: Input) => Answer,
): Computation<Input, Answer> => ({ seconds, name, run })

/** Every computation there is. */
export const computations = {
  'check-draft': computation(30, 'checking the draft', (db, _: null): CheckedDraft => checkedDraft(db)),
  'would-move': computation(30, 'asking the documents', (db, { account }: { account: Account }) =>
    wouldMove(db, account),
  ),
  'reach-guard': computation(
    10,
    'asking the documents',
    (db, { lifecycle, states, guard, account }: GuardQuestion): GuardAnswer =>
      guardReachOrFault(db, account, lifecycle, states, guard),
  ),
  'compare-configurations': computation(
    10,
    'comparing the configurations',
    (db, { from, to }: { from: number; to: number }) => compareConfigurations(db, from, to),
  ),
  'read-configuration': computation(
    20,
    'reading the file',
    (_, { text, fileName }: { text: string; fileName: string }) => readConfiguration(text, fileName),
  ),
  'try-patterns': computation(
    30,
    'trying the patterns',
    (db, { intake, patterns }: { intake: string; patterns: string[] }) => tryPatterns(db, intake, patterns),
  ),
  'archive-labels': computation(
    30,
    'reading the names of the archive',
    (_, { archive }: { archive: string }) => labelsOfArchive(archive),
  ),
  'plan-adoption': computation(
    20,
    'looking at the documents',
    (db, { account, query }: { account: Account; query: AdoptionQuery }) => adoptionPlan(db, account, query),
  ),
  'possible-acts': computation(
    10,
    'predicting the transitions',
    (db, { account, number, comment }: { account: Account; number: string; comment?: string }) =>
      possibleActs(db, account, number, comment),
  ),
  'list-documents': quick('the list', (db, { account, query }: { account: Account; query: VaultQuery }) =>
    consistently(db, () => listDocuments(db, account, query)),
  ),
  tasks: quick('the tasks', (db, { account, query }: { account: Account; query: TasksQuery }) =>
    consistently(db, () => tasksOf(db, account, query)),
  ),
  'draw-sheet': computation(15, 'drawing the sheet', (_, content: Parameters<typeof previewOf>[0]) =>
    previewOf(content),
  ),
  'sheet-as-pdf': computation(30, 'making the PDF', (_, asked: Parameters<typeof sheetAsPdf>[0]) =>
    sheetAsPdf(asked),
  ),
  'lay-out-map': computation(20, 'laying out the map', (_, asked: Parameters<typeof layOutMap>[0]) =>
    layOutMap(asked),
  ),
  'compare-sheets': computation(
    30,
    'laying the sheets over each other',
    (_, asked: Parameters<typeof comparisonOf>[0]) => comparisonOf(asked),
  ),
  'files-with': computation(
    20,
    'looking through the vault',
    (db, { account, asked }: { account: Account; asked: SpreadQuery }) => filesWith(db, account, asked),
  ),
  'record-findings': computation(20, 'the findings', (db, { account }: { account: Account }) =>
    recordFindings(db, account),
  ),
  probe: computation(30, 'reading the file', (_, content: { path: string; fileName: string }) =>
    probeOf(content),
  ),
  'try-script': computation(10, 'trying the script', (db, asked: ScriptTrial) => tryScript(db, asked)),
  find: quick('the search', (db, { account, text }: { account: Account; text: string }) =>
    found(db, account, text),
  ),
  overview: quick(
    'the overview',
    (db, { account, findings }: { account: Account; findings: Finding[] | null }) =>
      consistently(db, () => overview(db, account, findings)),
  ),
  'labels-of-folder': computation(
    20,
    'the labels of the folder',
    (db, { account, folder }: { account: Account; folder: string }) => labelsOfFolder(db, account, folder),
  ),
  'scheme-use': computation(20, 'the labels in use', (db, { scheme }: { scheme: string }) =>
    schemeInUse(db, published(db).configuration, scheme),
  ),
  'preview-change': computation(
    30,
    'looking at what the change would do',
    (db, { change }: { change: DirectoryChange }) => consistently(db, () => previewChange(db, change)),
  ),
  'preview-taking-back': computation(
    30,
    'looking at what taking it back would do',
    (db, { id }: { id: number }) => consistently(db, () => previewTakingBack(db, id)),
  ),
  'read-people': computation(20, 'reading the list', (db, { text }: { text: string }) =>
    readPeople(text, wholeDirectory(db)),
  ),
  'explain-access': computation(
    10,
    'explaining',
    (db, { account, asked }: { account: Account; asked: AccessAsked }) => explainAccess(db, account, asked),
  ),
  'what-may': computation(
    10,
    'explaining',
    (db, { account, asked }: { account: Account; asked: AccessAsked }) => whatMay(db, account, asked),
  ),
  'who-can': computation(
    20,
    'asking everybody',
    (db, { account, asked }: { account: Account; asked: AccessAsked }) => whoCan(db, account, asked),
  ),
  trail: computation(20, 'the search in the trail', (db, asked: TrailQuery) => trail(db, asked)),
  'verify-trail': computation(600, 'verifying the trail', (db, _: null) => verify(db)),
} satisfies Record<string, Computation<never, unknown>>

interface GuardQuestion {
  account: Account
  lifecycle: string
  states: string[]
  guard: string
}

export type ComputationKind = keyof typeof computations
export type InputOf<Kind extends ComputationKind> = Parameters<(typeof computations)[Kind]['run']>[1]
export type AnswerOf<Kind extends ComputationKind> = Awaited<ReturnType<(typeof computations)[Kind]['run']>>
