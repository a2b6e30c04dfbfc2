import 'reflect-metadata'
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import {
  fileTasks,
  type FileTaskName,
  type JobOutcome,
  jobOutcomes,
  readyKinds,
  type ReadyKind,
} from '../answers/jobs'
import { IsTexts, asNumber } from './common'

const days = 'so many days is 1 to 3650'

export class JobsQuery {
  @IsOptional() @IsIn(['open', 'failed', 'ended']) status?: 'open' | 'failed' | 'ended'
  @IsOptional() @IsString() @MaxLength(40) before?: string
  @IsOptional() @asNumber @IsInt() @Min(1) @Max(500) limit?: number
}

/** One of the ready jobs, now. */
export class QueueJobRequest {
  @IsIn(readyKinds) kind!: ReadyKind
  @IsOptional() @IsInt() @Min(1, { message: days }) @Max(3650, { message: days }) days?: number
  /** Documents to move, where not every one that may. */
  @IsOptional()
  @IsTexts(10_000, 200)
  numbers?: string[]
}

/** What is done with the files of which documents: of a folder and all below it, of an intake, or by their numbers. */
export class FileWorkRequest {
  @IsIn(fileTasks) task!: FileTaskName
  @IsOptional() @IsString() @MaxLength(500) folder?: string
  @IsOptional() @IsString() @MaxLength(64) intake?: string
  @IsOptional()
  @IsTexts(10_000, 200)
  numbers?: string[]
  @IsOptional() @IsString() @MaxLength(80) script?: string
}

/** What became of the documents of a job, a page. */
export class JobLinesQuery {
  @IsOptional() @IsIn(jobOutcomes) outcome?: JobOutcome
  @IsOptional() @IsString() @MaxLength(200) after?: string
}

/** When something is queued: five fields of cron, or words. */
export class WhenQuery {
  @IsString() @IsNotEmpty({ message: 'say when' }) @MaxLength(200) when!: string
}

export class ChangeScheduleRequest extends WhenQuery {
  @IsOptional() @IsInt() @Min(1, { message: days }) @Max(3650, { message: days }) days?: number
  @IsOptional() @IsBoolean() active?: boolean
}

export class ScheduleRequest extends ChangeScheduleRequest {
  @IsIn(readyKinds) kind!: ReadyKind
}

export class OutboxQuery {
  @IsOptional() @IsIn(['waiting', 'sent', 'failed', 'gathered']) is?:
    'waiting' | 'sent' | 'failed' | 'gathered'
  @IsOptional() @IsString() @MaxLength(200) text?: string
  @IsOptional() @asNumber @IsInt() @Min(1) before?: number
  @IsOptional() @asNumber @IsInt() @Min(1) @Max(200) limit?: number
}
