import 'reflect-metadata'
import {
  ArrayMaxSize,
  IsArray,
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
import { readyKinds, type ReadyKind } from '../answers/jobs'
import { asNumber } from './common'

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
  @IsArray()
  @ArrayMaxSize(10_000)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  numbers?: string[]
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
