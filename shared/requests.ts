import 'reflect-metadata'
import { Transform, Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  ValidateBy,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator'
import {
  type Edit,
  editKinds,
  type Effect,
  type Phase,
  phases,
  type RevisionStep,
  type Transition,
} from '../core/configuration'
import { type Right, rights } from '../core/access'

/** What the browser sends, checked at the boundary. The words in `message` reach people. */

const orNull = (_object: object, value: unknown) => value !== null && value !== undefined
/** An object whose values are texts, such as labels by number. */
const IsTextMap = () =>
  ValidateBy({
    name: 'isTextMap',
    validator: {
      validate: (value: unknown) =>
        typeof value === 'object' &&
        value !== null &&
        !Array.isArray(value) &&
        Object.values(value).every((text) => typeof text === 'string' && text.length <= 10_000),
      defaultMessage: (faulty) => `${faulty?.property} holds a text for each name`,
    },
  })
const asNumber = Transform(({ value }) => (value === undefined ? undefined : Number(value)))
const steps = /^(keep|minor|major|settle|series|series:[a-z0-9-]+|adopt:[a-z0-9_-]+)$/
const principal = /^(anyone|(role|group|person):[A-Za-z0-9-]+)$/

export class SignInRequest {
  @IsString() @IsNotEmpty({ message: 'enter your mail address' }) @MaxLength(200) mail!: string
  @IsString() @IsNotEmpty({ message: 'enter your password' }) @MaxLength(200) password!: string
}

class StatePatchBody {
  @IsOptional() @IsIn(phases) phase?: Phase
  @IsOptional() @IsIn(['open', 'closed']) content?: 'open' | 'closed'
  @ValidateIf((body: StatePatchBody) => orNull(body, body.newRevision))
  @IsIn(['minor', 'major'])
  newRevision?: 'minor' | 'major' | null
  @IsOptional() @IsBoolean() adoption?: boolean
  @IsOptional() @IsBoolean() final?: boolean
  @ValidateIf((body: StatePatchBody) => orNull(body, body.guidance)) @IsString() @MaxLength(2000) guidance?:
    string | null
}

const is = (...kinds: Effect['kind'][]) => ValidateIf((body: EffectBody) => kinds.includes(body.kind))

/** Which fields count depends on what the effect does. */
class EffectBody {
  @IsIn(['write', 'sign', 'copy', 'render', 'run'], {
    message: 'an effect writes, signs, copies, renders or runs a job',
  })
  kind!: Effect['kind']
  @is('write', 'sign') @IsString() @Matches(/^[a-z0-9_-]{1,80}$/) attribute?: string
  @is('write') @IsString() @MaxLength(2000) value?: string
  @is('sign') @Matches(/^[a-z0-9-]{1,80}$/) seat?: string
  @is('sign')
  @ValidateIf((body: EffectBody) => body.signer !== 'last')
  @IsInt({ message: 'the signer is a number or “last”' })
  @Min(1)
  @Max(100)
  signer?: number | 'last'
  @is('sign') @IsIn(['name', 'initials', 'date']) part?: 'name' | 'initials' | 'date'
  @is('copy')
  @IsString()
  @Matches(/^\//, { message: 'a folder begins with /' })
  @MaxLength(500)
  folder?: string
  @is('render') @IsIn(['pdf'], { message: 'PDF is what can be rendered' }) format?: 'pdf'
  @is('run') @IsString() @IsNotEmpty({ message: 'say which job runs' }) @MaxLength(80) job?: string
}

class SeatBody {
  @Matches(/^[a-z0-9-]{1,80}$/) id!: string
  @IsString() @IsNotEmpty({ message: 'a seat needs a name' }) @MaxLength(80) name!: string
  @IsArray()
  @ArrayMaxSize(100)
  @Matches(principal, { each: true, message: 'a principal is anyone, role:ID, group:ID or person:ID' })
  members!: string[]
  @IsInt() @Min(1, { message: 'a seat needs at least one person' }) @Max(100) needed!: number
}

class NoticeBody {
  @IsArray()
  @ArrayMaxSize(100)
  @Matches(/^(creator|lastEditor|nextSigners|mail:.{1,200}|anyone|(role|group|person):[A-Za-z0-9-]+)$/, {
    each: true,
    message: 'a notice goes to a principal, creator, lastEditor, nextSigners or mail:ADDRESS',
  })
  to!: string[]
  @IsString() @MaxLength(500) subject!: string
  @IsString() @MaxLength(10_000) body!: string
}

class ReferencesBody {
  @IsArray()
  @ArrayMinSize(1, { message: 'say in which states references have to stand' })
  @ArrayMaxSize(100)
  @IsString({ each: true })
  states!: string[]
  @IsIn(['direct', 'all']) depth!: 'direct' | 'all'
}

class TransitionPatchBody {
  @IsOptional() @IsString() @MaxLength(200) name?: string
  @IsOptional() @IsArray() @ArrayMaxSize(100) @IsString({ each: true }) from?: string[]
  @IsOptional() @IsString() to?: string
  @IsOptional()
  @IsIn(['hand', 'unattended', 'quorum'], {
    message: 'a transition is fired by hand, unattended or by quorum',
  })
  trigger?: Transition['trigger']
  @ValidateIf((body: TransitionPatchBody) => orNull(body, body.seats))
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => SeatBody)
  seats?: SeatBody[] | null
  @ValidateIf((body: TransitionPatchBody) => orNull(body, body.notices))
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => NoticeBody)
  notices?: NoticeBody[] | null
  @ValidateIf((body: TransitionPatchBody) => orNull(body, body.references))
  @ValidateNested()
  @Type(() => ReferencesBody)
  references?: ReferencesBody | null
  @IsOptional()
  @Matches(steps, { message: 'the step is keep, minor, major, settle, series, series:ID or adopt:ATTRIBUTE' })
  revision?: RevisionStep
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(100)
  @Matches(principal, { each: true, message: 'a principal is anyone, role:ID, group:ID or person:ID' })
  firedBy?: string[]
  @ValidateIf((body: TransitionPatchBody) => orNull(body, body.guard)) @IsString() @MaxLength(10_000) guard?:
    string | null
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => EffectBody)
  effects?: Effect[]
  @ValidateIf((body: TransitionPatchBody) => orNull(body, body.comment)) @IsIn(['required']) comment?:
    'required' | null
  @IsOptional() @IsArray() @IsIn(['creator', 'lastEditor'], { each: true }) notBy?: (
    'creator' | 'lastEditor'
  )[]
}

const counterKinds = ['letters', 'digits', 'list'] as const

/** A counter's fields; which of them count depends on its kind. A bound is letters or a number. */
class CounterBody {
  @IsIn(counterKinds, { message: 'a counter counts letters, digits or a list' })
  kind!: (typeof counterKinds)[number]
  @IsOptional()
  @ValidateIf((body: CounterBody) => body.kind === 'digits')
  @IsInt({ message: 'numbers start at a whole number' })
  @Min(0)
  from?: number | string
  @IsOptional()
  @ValidateIf((body: CounterBody) => body.kind === 'digits')
  @IsInt({ message: 'numbers end at a whole number' })
  @Min(0)
  to?: number | string
  @IsOptional() @IsString() @MaxLength(52) skip?: string
  @IsOptional() @IsInt() @Min(0) @Max(15) width?: number
  @ValidateIf((body: CounterBody) => body.kind === 'list')
  @IsArray()
  @ArrayMaxSize(500)
  @IsString({ each: true })
  @MaxLength(40, { each: true })
  values?: string[]
}

class SeriesBody {
  @Matches(/^[a-z0-9-]{1,40}$/, { message: 'a series is named with small letters, digits and hyphens' })
  id!: string
  @IsOptional() @IsString() @MaxLength(20) prefix?: string
  @ValidateNested() @Type(() => CounterBody) major!: CounterBody
  @IsOptional() @IsString() @MaxLength(5) separator?: string
  @IsOptional() @ValidateNested() @Type(() => CounterBody) minor?: CounterBody
  @IsOptional() @IsIn(['always', 'after', 'before']) minorPlace?: 'always' | 'after' | 'before'
}

class SchemeBody {
  @Matches(/^[a-z0-9-]{1,80}$/) id!: string
  @IsString() @IsNotEmpty({ message: 'the scheme needs a name' }) @MaxLength(80) name!: string
  @IsArray()
  @ArrayMaxSize(20, { message: 'a scheme has at most 20 series' })
  @ValidateNested({ each: true })
  @Type(() => SeriesBody)
  series!: SeriesBody[]
  @IsOptional() @IsTextMap() spellings?: Record<string, string>
}

class EditBody {
  @IsIn(editKinds.filter((kind) => kind !== 'replace')) kind!: Edit['kind']
  @IsOptional() @IsString() @MaxLength(80) lifecycle?: string
  @IsOptional() @IsString() @MaxLength(80) state?: string
  @IsOptional() @IsString() @MaxLength(80) transition?: string
  @IsOptional() @IsString() @MaxLength(200) name?: string
  @IsOptional() @IsIn(phases) phase?: Phase
  @IsOptional() @IsString() from?: string
  @IsOptional()
  @ValidateIf((body: EditBody) => typeof body.to === 'number')
  @IsInt()
  @Min(0)
  @Max(10_000)
  to?: number | string
  @IsOptional() @IsInt() @Min(0) @Max(10_000) at?: number
  @IsOptional() @Matches(principal) principal?: string
  @IsOptional() @IsArray() @IsIn(rights, { each: true }) rights?: Right[]
  @IsOptional() @IsIn(rights) right?: Right
  @IsOptional() @IsString() @MaxLength(80) attribute?: string | null
  @IsOptional() @IsString() @MaxLength(80) id?: string
  @IsOptional() @IsString() @MaxLength(80) like?: string
  @IsOptional() @IsString() @MaxLength(80) pattern?: string
  @IsOptional() @IsString() @MaxLength(80) source?: string
  @IsOptional() @IsString() @MaxLength(2000) words?: string
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1, { message: 'name the states to paste' })
  @ArrayMaxSize(100)
  @IsString({ each: true })
  states?: string[]
  @IsOptional() @ValidateNested() @Type(() => SchemeBody) scheme?: SchemeBody
  @IsOptional() @IsTextMap() conversion?: Record<string, string>
  @IsOptional()
  @ValidateNested()
  @Type((options) => (options?.object.kind === 'change-state' ? StatePatchBody : TransitionPatchBody))
  patch?: StatePatchBody | TransitionPatchBody
}

export class EditRequest {
  @IsInt() change!: number
  @ValidateNested() @Type(() => EditBody) edit!: EditBody
}

/** The fields that each kind of edit cannot do without. */
const needed: Record<Edit['kind'], (keyof EditBody)[]> = {
  'add-lifecycle': ['name', 'id'],
  'rename-lifecycle': ['lifecycle', 'name'],
  'remove-lifecycle': ['lifecycle'],
  'keep-label': ['lifecycle', 'attribute'],
  'paste-states': ['lifecycle', 'source', 'states'],
  'describe-state': ['state', 'words'],
  'drop-principal': ['lifecycle', 'principal'],
  'drop-right': ['lifecycle', 'state', 'right'],
  'add-state': ['lifecycle', 'name', 'phase'],
  'rename-state': ['state', 'name'],
  'change-state': ['lifecycle', 'state', 'patch'],
  'move-state': ['lifecycle', 'state', 'to'],
  'remove-state': ['lifecycle', 'state'],
  'drop-state': ['state'],
  'set-entry': ['lifecycle', 'state'],
  'set-grant': ['lifecycle', 'state', 'principal', 'rights'],
  'add-transition': ['lifecycle', 'name', 'from', 'to'],
  'change-transition': ['lifecycle', 'transition', 'patch'],
  'move-transition': ['lifecycle', 'transition', 'to'],
  'remove-transition': ['lifecycle', 'transition'],
  replace: [],
  'set-scheme': ['scheme'],
  'remove-scheme': ['id'],
  'use-scheme': ['lifecycle', 'id'],
}

/** The field that an edit lacks, or undefined where it is whole. */
export function missingField(edit: EditBody): string | undefined {
  return needed[edit.kind].find((field) => edit[field] === undefined)
}

export class ChangeRequest {
  @IsInt() change!: number
}
/** Where documents go that stand in a state the draft removes. */
class MoveBody {
  @IsString() @MaxLength(80) lifecycle!: string
  @IsString() @MaxLength(80) state!: string
  @IsString() @MaxLength(80) to!: string
}

export class PublishRequest extends ChangeRequest {
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => MoveBody)
  moves?: MoveBody[]
}

export class ImportQuery {
  @asNumber @IsInt() change!: number
  @IsString() @IsNotEmpty() @MaxLength(255) fileName!: string
}

export class RestoreRequest extends ChangeRequest {
  @IsInt() @Min(1) configuration!: number
}

export class CompareQuery {
  @asNumber @IsInt() @Min(1) from!: number
  @asNumber @IsInt() @Min(1) to!: number
}

export class WaiverRequest {
  @IsString() @MaxLength(80) code!: string
  @IsString() @MaxLength(2000) key!: string
  @IsString() @IsNotEmpty({ message: 'a waiver needs a reason' }) @MaxLength(2000) reason!: string
}

export class WaiverQuery {
  @IsString() @MaxLength(2000) key!: string
}

export class GuardRequest {
  @IsString() @MaxLength(80) lifecycle!: string
  @IsArray() @ArrayMaxSize(100) @IsString({ each: true }) states!: string[]
  @IsString() @MaxLength(10_000) guard!: string
}

const asFlag = Transform(({ value }) => value === true || value === 'true')

export class PageQuery {
  @asNumber @IsInt() @Min(0) offset = 0
  @asNumber @IsInt() @Min(1) @Max(500) limit = 100
  @IsOptional() @IsString() @MaxLength(200) text?: string
}

export class DocumentsQuery extends PageQuery {
  @IsOptional() @IsString() @MaxLength(80) state?: string
  @IsOptional() @IsString() @MaxLength(80) lifecycle?: string
  @IsOptional() @IsString() @MaxLength(500) folder?: string
  @IsOptional() @IsString() @MaxLength(64) revision?: string
  @IsOptional() @IsString() @MaxLength(64) intake?: string
  @IsOptional() @asFlag @IsBoolean() checkedOut?: boolean
  @IsIn(['number', 'title', 'state', 'revision', 'folder', 'changed']) sort:
    'number' | 'title' | 'state' | 'revision' | 'folder' | 'changed' = 'number'
  @asFlag @IsBoolean() descending = false
}

export class AuditQuery {
  @IsOptional() @IsString() kind?: string
  @IsOptional() @IsString() subject?: string
  @IsOptional() @IsString() @MaxLength(200) text?: string
  @IsOptional() @asNumber @IsInt() @Min(1) before?: number
  @asNumber @IsInt() @Min(1) @Max(500) limit = 100
}

/** What a prediction may be told: the comment that the act would carry. */
export class CommentQuery {
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class RollBackQuery extends CommentQuery {
  @asNumber @IsInt() version!: number
}

/** What is looked for; more of it than a name has is left out. */
export class FindQuery {
  @Transform(({ value }) => String(value ?? '').slice(0, 100)) @IsString() text = ''
}

export class FireRequest extends ChangeRequest {
  @IsString() @MaxLength(80) transition!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class AdoptionPlanRequest {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(2000, { message: 'up to 2,000 documents can be looked at together' })
  @IsString({ each: true })
  numbers?: string[]
  @IsOptional() @IsString() @MaxLength(500) folder?: string
  @IsOptional() @IsString() @MaxLength(80) attribute?: string
  @IsOptional() @IsString() @MaxLength(80) target?: string
  @IsTextMap() labels: Record<string, string> = {}
  @IsArray() @ArrayMaxSize(2000) @IsString({ each: true }) below: string[] = []
}

class ChosenBody extends ChangeRequest {
  @IsString() @MaxLength(200) number!: string
}
class AdoptedBody extends ChosenBody {
  @IsString() @IsNotEmpty({ message: 'there is no label to adopt' }) @MaxLength(10_000) label!: string
}

export class AdoptRequest {
  @IsArray()
  @ArrayMinSize(1, { message: 'choose a document' })
  @ArrayMaxSize(200, { message: 'up to 200 documents are adopted in one go' })
  @ValidateNested({ each: true })
  @Type(() => AdoptedBody)
  documents!: AdoptedBody[]
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class NewRevisionRequest {
  @IsArray()
  @ArrayMinSize(1, { message: 'choose a document' })
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => ChosenBody)
  documents!: ChosenBody[]
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class CorrectionQuery {
  @asNumber @IsInt() @Min(0) row!: number
  @IsString() @MaxLength(10_000) label!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class CorrectLabelRequest extends ChangeRequest {
  @IsInt() @Min(0) row!: number
  @IsString() @MaxLength(10_000) label!: string
  @IsString() @MaxLength(2000) comment!: string
}

export class RollBackRequest extends ChangeRequest {
  @IsInt() version!: number
  @IsString() @MaxLength(2000) comment!: string
}

export class ReferenceRequest extends ChangeRequest {
  @IsString() @IsNotEmpty({ message: 'enter the number it refers to' }) @MaxLength(200) to!: string
}

export class LabelSourceQuery {
  @IsOptional() @IsString() @MaxLength(500) folder?: string
  @IsOptional() @IsString() @MaxLength(1000) archive?: string
}

export class RecordRequest extends ChangeRequest {
  @IsObject() values!: Record<string, string | null>
}

/** Goes with an uploaded file's bytes, in the address. */
export class CheckInQuery {
  @asNumber @IsInt() change!: number
  @IsString()
  @IsNotEmpty({ message: 'the file has no name' })
  @MaxLength(255, { message: 'a file’s name has at most 255 characters' })
  @Matches(/^[^/\\\0]+$/, { message: 'a file’s name has no slashes' })
  fileName!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class NewDocumentQuery {
  @IsString() @IsNotEmpty({ message: 'enter a number' }) @MaxLength(200) number!: string
  @IsOptional() @IsString() @MaxLength(400) title?: string
  @IsString() @MaxLength(500) folder!: string
  @IsOptional() @IsString() @MaxLength(80) classId?: string
  @IsString()
  @IsNotEmpty({ message: 'choose a file' })
  @MaxLength(255)
  @Matches(/^[^/\\\0]+$/, { message: 'a file’s name has no slashes' })
  fileName!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class StartIntakeRequest {
  @IsString() @IsNotEmpty({ message: 'choose an archive' }) @MaxLength(1000) archive!: string
  @ValidateIf((body: StartIntakeRequest) => orNull(body, body.register))
  @IsString()
  @MaxLength(1000)
  register!: string | null
}

class StateRuleBody {
  @IsString()
  @IsNotEmpty({ message: 'a rule for the target state has no condition' })
  @MaxLength(10_000)
  when!: string
  @IsString() @MaxLength(80) state!: string
}

export class ProfileRequest {
  @IsArray() @ArrayMaxSize(30) @IsString({ each: true }) @MaxLength(300, { each: true }) patterns!: string[]
  @IsString() @MaxLength(500) folder!: string
  @IsOptional() @IsString() @MaxLength(80) class?: string
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => StateRuleBody)
  states!: StateRuleBody[]
  @IsString() @MaxLength(80) otherwise!: string
  @IsOptional() @IsObject() columns?: Record<string, string>
  @IsObject() attributes!: Record<string, string>
}

export class PatternsRequest {
  @IsArray() @ArrayMaxSize(30) @IsString({ each: true }) @MaxLength(300, { each: true }) patterns!: string[]
}

export class SettlementBody {
  @IsOptional() @IsBoolean() leaveOut?: boolean
  @IsOptional() @IsString() @MaxLength(64) label?: string
  @IsOptional() @IsString() @MaxLength(200) number?: string
  @IsOptional() @IsIn(['name', 'register']) trust?: 'name' | 'register'
}

class SettledBody {
  @IsString() @MaxLength(2000) key!: string
  @ValidateIf((body: SettledBody) => orNull(body, body.settlement))
  @ValidateNested()
  @Type(() => SettlementBody)
  settlement!: SettlementBody | null
}

export class SettleRequest {
  @IsArray()
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => SettledBody)
  settled!: SettledBody[]
}

export class IntakeFilesQuery extends PageQuery {
  @IsOptional() @IsIn(['ready', 'held', 'left out', 'done', 'failed']) status?: string
  @IsOptional() @IsString() @MaxLength(40) conflict?: string
}
