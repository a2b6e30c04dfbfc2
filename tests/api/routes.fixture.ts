import { readFileSync } from 'node:fs'
import * as requests from '../../shared/requests'

/** A route of the built application. */
export interface Route {
  method: string
  path: string
}

/** Every route of the API, as the build has them: one that is added is found here, and asks for a line below. */
export function builtRoutes(): Route[] {
  const built = readFileSync('.output/server/chunks/nitro/nitro.mjs', 'utf8')
  const found = built.matchAll(/route: '\/api\/([^']*)'[^}]*?method: "(\w+)"/g)
  return [...found].map(([, path, method]) => ({ method: method!.toUpperCase(), path: path! }))
}

/** A request that a route takes, with every field that it may have. */
export interface Example {
  /** The class that its fields are checked by. */
  of?: new () => object
  query?: Record<string, unknown>
  body?: Record<string, unknown>
  /** The bytes of an upload. */
  raw?: string
  /** The field that names a document, where the address does not. */
  document?: string
}

const change = 0
const comment = 'as agreed'
const number = 'BR-5001'

/** A question about rights, with all that it may say. */
const aboutAccess: Example = {
  of: requests.AccessQuery,
  query: {
    ...{ person: '3', right: 'edit', transition: 'issue', number, folder: '/Grips' },
    ...{ lifecycle: 'workshop-document', state: 'issued' },
  },
  document: 'number',
}

/** The routes that ask nobody who they are. */
export const openRoutes = [
  'POST session',
  'DELETE session',
  'POST session/forgotten',
  'POST session/link',
  'GET set-up',
  'POST set-up/administrator',
]

/** An example for each route; `:number` and its like stand for what the world of the demo has. */
export const examples: Record<string, Example> = {
  'GET session': {},
  'POST session': {
    of: requests.SignInRequest,
    body: { mail: 'nobody@brackwater.example', password: 'no' },
  },
  'DELETE session': {},
  'DELETE session/everywhere': {},
  'PUT session/password': { of: requests.PasswordRequest, body: { current: 'not this', wanted: 'short' } },
  'POST session/forgotten': { of: requests.ForgottenRequest, body: { mail: 'nobody@brackwater.example' } },
  'POST session/link': { of: requests.LinkRequest, body: { token: 'none', password: 'long enough 1' } },
  'GET set-up': {},
  'POST set-up/administrator': {
    of: requests.FirstAdministratorRequest,
    body: { link: 'none', name: 'Nobody', mail: 'nobody@brackwater.example', password: 'long enough 1' },
  },
  'POST set-up/start': {
    of: requests.StartRequest,
    body: { patterns: ['notes'], choices: ['omit-letters'] },
  },
  'GET settings': {},
  'PUT settings/:name': { of: requests.SettingRequest, body: { value: '' } },
  'GET set-up/left': {},
  'PUT set-up/left': { of: requests.WaveRequest, body: { key: 'nothing', isAway: true } },
  'PUT set-up/configuration': { of: requests.StartFileQuery, query: { fileName: 'ours.json' }, raw: '{}' },
  'GET session/list': {},
  'DELETE session/list/:id': {},
  'GET session/tokens': {},
  'POST session/tokens': {
    of: requests.TokenRequest,
    body: { name: 'script', until: '2000-01-01', acts: ['edit'] },
  },
  'DELETE session/tokens/:id': {},
  'PUT session/mail': { of: requests.MailWhenRequest, body: { mailWhen: 'never' } },
  'PUT session/look-as': { of: requests.LookAsRequest, body: { person: 'nobody' } },
  'DELETE session/look-as': {},
  'GET directory': {},
  'POST directory/preview': {
    of: requests.DirectoryPreviewRequest,
    body: { change: { kind: 'start-afresh', folder: '/Grips', afresh: true } },
  },
  'POST directory/changes': {
    of: requests.DirectoryChangeRequest,
    body: {
      ...{ version: -1, accept: true },
      change: { kind: 'set-role', folder: '/Grips', role: 'lead', players: ['group:checking'] },
    },
  },
  'GET directory/changes/:id': {},
  'POST directory/changes/:id/take-back': {
    of: requests.TakeBackRequest,
    body: { version: -1, accept: true },
  },
  'POST directory/people-list': {
    of: requests.ListQuery,
    query: { fileName: 'people.csv' },
    raw: 'name,mail',
  },
  'POST directory/folders-list': {
    of: requests.ListQuery,
    query: { fileName: 'folders.csv' },
    raw: 'folder,author',
  },
  'POST people/invitations': {
    of: requests.InvitationRequest,
    body: { people: ['nobody'], by: 'letter' },
  },
  'GET people/:id': {},
  'POST people/:id/link': {},
  'POST people/:id/hand-over': { of: requests.HandOverRequest, body: { to: 'nobody', comment } },
  'GET access/explain': aboutAccess,
  'GET access/what': aboutAccess,
  'GET access/who': aboutAccess,
  'GET overview': {},
  'GET jobs': { of: requests.JobsQuery, query: { status: 'open', before: '2026-01-01', limit: 5 } },
  'POST jobs': { of: requests.QueueJobRequest, body: { kind: 'remind', days: 3650, numbers: [number] } },
  'POST jobs/files': {
    of: requests.FileWorkRequest,
    body: { task: 'script', folder: '/Grips', intake: 'none', numbers: [number], script: 'none' },
  },
  'GET jobs/:id/lines': { of: requests.JobLinesQuery, query: { outcome: 'held', after: number } },
  'POST jobs/:id/again': {},
  'GET schedules': {},
  'POST schedules': {
    of: requests.ScheduleRequest,
    body: { kind: 'remind', when: '0 0 1 1 *', days: 3650, active: false },
  },
  'PUT schedules/:id': {
    of: requests.ChangeScheduleRequest,
    body: { when: '0 0 1 1 *', days: 3650, active: false },
  },
  'DELETE schedules/:id': {},
  'GET schedules/next': { of: requests.WhenQuery, query: { when: 'every day at 6' } },
  'GET outbox': { of: requests.OutboxQuery, query: { is: 'sent', text: 'x', before: 5, limit: 5 } },
  'GET outbox/:id': {},
  'POST outbox/:id/again': {},
  'POST scripts/try': {
    of: requests.TryScriptRequest,
    body: { name: 'Weigh', code: 'say(1)', check: true, number, transition: 'issue' },
    document: 'number',
  },
  'GET tasks': {
    of: requests.TasksQuery,
    query: { from: '2026-01-01T00:00:00.000Z x', limit: 5, deferred: true, document: number },
  },
  'POST tasks/decide': {
    of: requests.DecideTasksRequest,
    body: { tasks: [{ id: 'none', change }], outcome: 'issue', comment, password: 'x' },
  },
  'POST tasks/:id/claim': { of: requests.ClaimRequest, body: { claimed: true } },
  'GET tasks/:id/hand-over': {},
  'POST tasks/:id/hand-over': { of: requests.HandOverTaskRequest, body: { to: '3', comment } },
  'POST tasks/:id/defer': { of: requests.DeferRequest, body: { until: '2026-03-01' } },
  'POST jobs/:id/stop': {},
  'GET archives': {},
  'GET archives/files': { of: requests.FindQuery, query: { text: 'BR-1042' } },
  'GET archives/file': { of: requests.ArchiveFileQuery, query: { path: 'Grip archive/Grip/BR-1042_A.dxf' } },
  'POST record/probe': { of: requests.FileNameQuery, query: { fileName: 'a.dxf' }, raw: 'x' },
  'GET record/spread': {
    of: requests.SpreadRequest,
    query: { place: 'field:REV', ending: 'dxf', folder: '/Grips' },
  },
  'GET record/findings': {},
  'GET record/block-places': {},
  'PUT record/block-places': {
    of: requests.BlockPlaceRequest,
    body: { format: 'A3', place: { corner: 'upper left', across: 10, up: 10 } },
  },
  'GET find': { of: requests.FindQuery, query: { text: number } },
  'GET labels': { of: requests.LabelSourceQuery, query: { folder: '/Grips', archive: 'Grip archive' } },
  'GET lifecycle-counts': {},
  'GET schemes/:id/use': {},
  'GET audit': {
    of: requests.AuditQuery,
    query: { kind: 'document', subject: number, before: 5, text: 'x', limit: 5 },
  },
  'GET audit/verify': {},
  'GET configuration': {},
  'GET configuration/history': {},
  'GET lifecycles/:id/map-layout': {},
  'GET configuration/compare': { of: requests.CompareQuery, query: { from: 1, to: 1 } },
  'GET configuration/export': { query: { published: '' } },
  'POST draft/edits': {
    of: requests.EditRequest,
    body: { change, edit: { kind: 'rename-state', state: 'on-hold', name: 'Held' } },
  },
  'POST draft/undo': { of: requests.ChangeRequest, body: { change } },
  'POST draft/redo': { of: requests.ChangeRequest, body: { change } },
  'DELETE draft': { of: requests.ChangeRequest, body: { change } },
  'POST draft/restore': { of: requests.RestoreRequest, body: { change, configuration: 1 } },
  'POST draft/publish': {
    of: requests.PublishRequest,
    body: { change, comment, moves: [{ lifecycle: 'note', state: 'draft', to: 'issued' }] },
  },
  'GET draft/stranded': {},
  'GET draft/broken': {},
  'GET draft/moves': {},
  'GET rehearsals': { of: requests.RehearsalsQuery, query: { lifecycle: 'note' } },
  'POST rehearsals': {
    of: requests.KeepRehearsalRequest,
    body: {
      ...{ name: 'Issue', lifecycle: 'note' },
      body: { documents: [], references: {}, today: '2026-03-01', acts: [{ act: { act: 'none' } }] },
    },
  },
  'PUT rehearsals/:id': {
    of: requests.ChangeRehearsalRequest,
    body: {
      ...{ name: 'Issue', active: false },
      body: { documents: [], references: {}, today: '2026-03-01', acts: [{ act: { act: 'none' } }] },
    },
  },
  'DELETE rehearsals/:id': {},
  'POST draft/guard': {
    of: requests.GuardRequest,
    body: { lifecycle: 'workshop', states: ['in-work'], guard: 'glob(title, "*a*")' },
  },
  'PUT draft/import': { of: requests.ImportQuery, query: { change, fileName: 'c.json' }, raw: '{}' },
  'GET waivers': {},
  'POST waivers': {
    of: requests.WaiverRequest,
    body: { code: 'state-unused', key: 'state-unused x', reason: 'kept' },
  },
  'DELETE waivers': { of: requests.WaiverQuery, query: { key: 'state-unused x' } },
  'GET documents': {
    of: requests.DocumentsQuery,
    query: {
      ...{ offset: 0, limit: 5, text: number, state: 'in-work', lifecycle: 'workshop', classId: 'part' },
      ...{ folder: '/Grips', revision: 'A', intake: 'x', checkedOut: true, sort: 'number', descending: true },
      after: 'WyJCUi01MDAxIiwiQlItNTAwMSJd',
    },
  },
  'POST documents': {
    of: requests.NewDocumentQuery,
    query: { number, title: 'T', folder: '/Grips', classId: 'part', fileName: 'a.dxf', comment },
    raw: 'x',
  },
  'GET documents/:number': {},
  'GET documents/:number/rehearsal': {},
  'GET documents/:number/acts': { of: requests.CommentQuery, query: { comment } },
  'GET documents/:number/versions/:version': { of: requests.ContentQuery, query: { as: 'came-in' } },
  'GET documents/:number/versions/:version/inside': {},
  'GET documents/:number/versions/:version/record': {},
  'GET documents/:number/versions/:version/compare': {
    of: requests.CompareVersionQuery,
    query: { before: 1 },
  },
  'GET documents/:number/versions/:version/pdf': {},
  'GET documents/:number/versions/:version/sheet': {
    of: requests.SheetQuery,
    query: { size: 'small', as: 'pdf' },
  },
  'PUT documents/:number/check-in': {
    of: requests.CheckInQuery,
    query: { change, fileName: 'a.dxf', comment },
    raw: 'x',
  },
  'POST documents/:number/check-out': { of: requests.ChangeRequest, body: { change } },
  'POST documents/:number/undo-check-out': { of: requests.UndoCheckOutRequest, body: { change, comment } },
  'GET documents/:number/correction': {
    of: requests.CorrectionQuery,
    query: { row: 1, label: 'A', comment },
  },
  'POST documents/:number/correction': {
    of: requests.CorrectLabelRequest,
    body: { change, row: 1, label: 'A', comment },
  },
  'GET documents/:number/hand-on': {},
  'POST documents/:number/hand-on': { of: requests.HandOnRequest, body: { change, to: '3', comment } },
  'POST documents/:number/fire': {
    of: requests.FireRequest,
    body: { change, transition: 'send-to-check', comment, seat: 'lead', password: 'x' },
  },
  'POST documents/:number/withdraw': {
    of: requests.WithdrawRequest,
    body: { change, transition: 'send-to-check', comment },
  },
  'GET documents/:number/new-revision': { of: requests.CommentQuery, query: { comment } },
  'POST documents/:number/new-revision': {
    of: requests.NewRevisionRequest,
    body: { documents: [{ number, change }], comment },
    document: 'documents.0.number',
  },
  'PUT documents/:number/record': { of: requests.RecordRequest, body: { change, values: { title: 'T' } } },
  'POST documents/:number/references': {
    of: requests.ReferenceRequest,
    body: { change, to: number },
    document: 'to',
  },
  'DELETE documents/:number/references': {
    of: requests.ReferenceRequest,
    body: { change, to: number },
    document: 'to',
  },
  'GET documents/:number/roll-back': { of: requests.RollBackQuery, query: { version: 1, comment } },
  'POST documents/:number/roll-back': { of: requests.RollBackRequest, body: { change, version: 1, comment } },
  'POST adoptions': {
    of: requests.AdoptRequest,
    body: { documents: [{ number, change, label: 'A' }], comment },
    document: 'documents.0.number',
  },
  'POST adoptions/plan': {
    of: requests.AdoptionPlanRequest,
    body: {
      ...{ numbers: [number], folder: '/Grips', attribute: 'title', target: 'issued' },
      ...{ labels: { [number]: 'A' }, below: [number] },
    },
    document: 'numbers.0',
  },
  'GET intakes': {},
  'POST intakes': {
    of: requests.StartIntakeRequest,
    body: { archive: 'no such archive', register: 'none.csv' },
  },
  'GET intakes/:id': {},
  'GET intakes/:id/files': {
    of: requests.IntakeFilesQuery,
    query: { offset: 0, limit: 5, text: 'x', status: 'ready', conflict: 'no-label' },
  },
  'GET intakes/:id/report': {},
  'POST intakes/:id/patterns': { of: requests.PatternsRequest, body: { patterns: ['{number}.{extension}'] } },
  'PUT intakes/:id/profile': {
    of: requests.ProfileRequest,
    body: {
      ...{ patterns: ['{number}.{extension}'], folder: '/Grips', class: 'part', otherwise: 'issued' },
      states: [{ when: 'legacy_status == "drawn"', state: 'in-work' }],
      ...{ columns: { number: 'No.' }, attributes: { title: 'title' }, ranking: ['file', 'name'] },
    },
  },
  'POST intakes/:id/settle': {
    of: requests.SettleRequest,
    body: {
      settled: [{ key: 'a.dxf', settlement: { leaveOut: true, label: 'A', number: 'B', trust: 'name' } }],
    },
  },
  'POST intakes/:id/run': {},
  'POST intakes/:id/plan': {},
  'POST intakes/:id/read': {},
}

export const nameOf = ({ method, path }: Route): string => `${method} ${path}`

/** A copy with one field, named by its place, set to a value. */
export function withField<T extends object>(of: T, place: string, value: unknown): T {
  const copy = structuredClone(of)
  const names = place.split('.')
  let at: Record<string, unknown> = copy as Record<string, unknown>
  for (const name of names.slice(0, -1)) at = at[name] as Record<string, unknown>
  Object.defineProperty(at, names.at(-1)!, { value, enumerable: true, configurable: true, writable: true })
  return copy
}

/** The places of all fields, those within others too. */
export const placesIn = (of: object, above = ''): string[] =>
  Object.entries(of).flatMap(([name, value]) => {
    const place = above ? `${above}.${name}` : name
    return [place, ...(typeof value === 'object' && value !== null ? placesIn(value, place) : [])]
  })
