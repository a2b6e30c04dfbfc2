import type { Finding } from '../../core/check'
import type { DirectoryChange } from '../../core/directory'
import type { TrailQuery } from '../audit/trail'
import { consistently } from '../database/connection'
import type { AccessAsked } from '../directory/explain'
import type { Account } from '../directory/people'
import type { AdoptionQuery } from '../documents/adoption-plan'
import type { GivenLists } from '../documents/listing/memory/known'
import type { SortInMemory } from '../documents/listing/memory/order'
import type { VaultQuery } from '../documents/listing/query'
import type { SpreadQuery } from '../record/spread'
import type { ScriptTrial } from '../scripts/try'
import type { TasksQuery } from '../tasks/queries'
import { acts } from './acts'
import { type Computation, computation, quick } from './computation'

const explaining = () => import('../directory/explain')
const previewing = () => import('../directory/preview')
const spreading = () => import('../record/spread')
const labels = () => import('../documents/label-sources')
const trails = () => import('../audit/trail')

/** Every computation there is. */
export const computations = {
  ...acts,
  'check-draft': computation(
    30,
    'checking the draft',
    () => import('../configuration/checked-draft'),
    ({ checkedDraft }, db, _: null) => checkedDraft(db),
  ),
  'would-move': computation(
    30,
    'asking the documents',
    () => import('../configuration/would-move'),
    ({ wouldMove }, db, { account }: { account: Account }) => wouldMove(db, account),
  ),
  'reach-guard': computation(
    10,
    'asking the documents',
    () => import('../configuration/guard-reach'),
    ({ guardReachOrFault }, db, { lifecycle, states, guard, account }: GuardQuestion) =>
      guardReachOrFault(db, account, lifecycle, states, guard),
  ),
  'compare-configurations': computation(
    10,
    'comparing the configurations',
    () => import('../configuration/history'),
    ({ compareConfigurations }, db, { from, to }: { from: number; to: number }) =>
      compareConfigurations(db, from, to),
  ),
  'read-configuration': computation(
    20,
    'reading the file',
    () => import('../configuration/import'),
    ({ readConfiguration }, _, { text, fileName }: { text: string; fileName: string }) =>
      readConfiguration(text, fileName),
  ),
  'try-patterns': computation(
    30,
    'trying the patterns',
    () => import('../intake/patterns'),
    ({ tryPatterns }, db, { intake, patterns }: { intake: string; patterns: string[] }) =>
      tryPatterns(db, intake, patterns),
  ),
  'archive-labels': computation(
    30,
    'reading the names of the archive',
    labels,
    ({ labelsOfArchive }, _, { archive }: { archive: string }) => labelsOfArchive(archive),
  ),
  'plan-adoption': computation(
    20,
    'looking at the documents',
    () => import('../documents/adoption-plan'),
    ({ adoptionPlan }, db, { account, query }: { account: Account; query: AdoptionQuery }) =>
      adoptionPlan(db, account, query),
  ),
  'possible-acts': computation(
    10,
    'predicting the transitions',
    () => import('../documents/possible-acts'),
    ({ possibleActs }, db, asked: { account: Account; number: string; comment?: string }) =>
      possibleActs(db, asked.account, asked.number, asked.comment),
  ),
  'list-documents': quick(
    'the list',
    () => import('../documents/list'),
    ({ listDocuments, giveLists }, db, { account, query, given }: ListQuestion) => {
      if (given) giveLists(db, given)
      return consistently(db, () => listDocuments(db, account, query))
    },
  ),
  'read-order': computation(
    60,
    'reading the documents in their order',
    () => import('../documents/listing/memory/order'),
    ({ readOrder }, db, { sort }: { sort: SortInMemory }) => readOrder(db, sort),
  ),
  'read-columns': computation(
    60,
    'reading what lists ask of documents',
    () => import('../documents/listing/memory/columns'),
    ({ readColumns }, db, _: null) => readColumns(db),
  ),
  tasks: quick(
    'the tasks',
    () => import('../tasks/queries'),
    ({ tasksOf }, db, { account, query }: { account: Account; query: TasksQuery }) =>
      consistently(db, () => tasksOf(db, account, query)),
  ),
  'files-unread': computation(
    20,
    'looking through the vault',
    spreading,
    ({ filesUnread }, db, { account, asked }: { account: Account; asked: SpreadQuery }) =>
      filesUnread(db, account, asked),
  ),
  spread: computation(
    20,
    'counting the files',
    spreading,
    ({ spreadKnown }, db, { account, asked }: { account: Account; asked: SpreadQuery }) =>
      spreadKnown(db, account, asked),
  ),
  'record-findings': computation(
    20,
    'the findings',
    () => import('../record/findings'),
    ({ recordFindings }, db, { account }: { account: Account }) => recordFindings(db, account),
  ),
  'try-script': computation(
    10,
    'trying the script',
    () => import('../scripts/try'),
    ({ tryScript }, db, asked: ScriptTrial) => tryScript(db, asked),
  ),
  find: quick(
    'the search',
    () => import('../documents/find'),
    ({ found }, db, { account, text }: { account: Account; text: string }) => found(db, account, text),
  ),
  overview: quick(
    'the overview',
    () => import('../overview/queries'),
    ({ overview }, db, { account, findings }: { account: Account; findings: Finding[] | null }) =>
      consistently(db, () => overview(db, account, findings)),
  ),
  'labels-of-folder': computation(
    20,
    'the labels of the folder',
    labels,
    ({ labelsOfFolder }, db, { account, folder }: { account: Account; folder: string }) =>
      labelsOfFolder(db, account, folder),
  ),
  'new-revision': computation(
    20,
    'predicting the new revisions',
    () => import('../documents/acts/revise'),
    ({ revisionChain }, db, asked: { account: Account; number: string; comment?: string }) =>
      consistently(db, () => revisionChain(db, asked.account, asked.number, asked.comment)),
  ),
  'scheme-use': computation(
    20,
    'the labels in use',
    () => Promise.all([import('../configuration/labels'), import('../configuration/published')]),
    ([{ schemeInUse }, { published }], db, { account, scheme }: { account: Account; scheme: string }) =>
      schemeInUse(db, account, published(db).configuration, scheme),
  ),
  'preview-change': computation(
    30,
    'looking at what the change would do',
    previewing,
    ({ previewChange }, db, { change }: { change: DirectoryChange }) =>
      consistently(db, () => previewChange(db, change)),
  ),
  'preview-taking-back': computation(
    30,
    'looking at what taking it back would do',
    previewing,
    ({ previewTakingBack }, db, { id }: { id: number }) => consistently(db, () => previewTakingBack(db, id)),
  ),
  'read-people': computation(
    20,
    'reading the list',
    () => Promise.all([import('../../core/directory'), import('../directory/directory')]),
    ([{ readPeople }, { wholeDirectory }], db, { text }: { text: string }) =>
      // Serialise here: thousands of lines would hold the answering thread.
      JSON.stringify(readPeople(text, wholeDirectory(db))),
  ),
  'read-folders': computation(
    20,
    'reading the list',
    () =>
      Promise.all([
        import('../../core/directory'),
        import('../directory/directory'),
        import('../configuration/published'),
      ]),
    ([{ readFolders }, { wholeDirectory }, { published }], db, { text }: { text: string }) =>
      JSON.stringify(readFolders(text, wholeDirectory(db), published(db).configuration)),
  ),
  'explain-access': computation(10, 'explaining', explaining, ({ explainAccess }, db, of: AccessQuestion) =>
    explainAccess(db, of.account, of.asked),
  ),
  'what-may': computation(10, 'explaining', explaining, ({ whatMay }, db, of: AccessQuestion) =>
    whatMay(db, of.account, of.asked),
  ),
  'who-can': computation(20, 'asking everybody', explaining, ({ whoCan }, db, of: AccessQuestion) =>
    whoCan(db, of.account, of.asked),
  ),
  trail: computation(
    20,
    'the search in the trail',
    () => import('../documents/trail'),
    ({ trailFor }, db, { account, asked }: { account: Account; asked: TrailQuery }) =>
      trailFor(db, account, asked),
  ),
  'verify-trail': computation(600, 'verifying the trail', trails, ({ verify }, db, _: null) => verify(db)),
} satisfies Record<string, Computation<never, unknown>>

interface ListQuestion {
  account: Account
  query: VaultQuery
  given: GivenLists | undefined
}
interface GuardQuestion {
  account: Account
  lifecycle: string
  states: string[]
  guard: string
}
interface AccessQuestion {
  account: Account
  asked: AccessAsked
}

export type ComputationKind = keyof typeof computations
export type InputOf<Kind extends ComputationKind> = Parameters<(typeof computations)[Kind]['run']>[1]
export type AnswerOf<Kind extends ComputationKind> = Awaited<ReturnType<(typeof computations)[Kind]['run']>>
