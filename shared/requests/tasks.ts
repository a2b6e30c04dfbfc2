import 'reflect-metadata'
import {
  ArrayMinSize,
  IsBoolean,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { asFlag, asNumber, ListOf } from './common'

export class TasksQuery {
  @IsOptional() @IsString() @MaxLength(200) from?: string
  @IsOptional() @asNumber @IsInt() @Min(1) @Max(200) limit?: number
  @IsOptional() @asFlag @IsBoolean() deferred?: boolean
  @IsOptional() @IsString() @MaxLength(200) document?: string
}

/** A task as it was looked at. */
export class ChosenTask {
  @IsString() @MaxLength(80) id!: string
  @IsInt() change!: number
}

/** Tasks that are decided in one way. */
export class DecideTasksRequest {
  @ArrayMinSize(1, { message: 'choose what is decided' })
  @ListOf(() => ChosenTask, 200, '200 tasks are decided at once, and no more')
  tasks!: ChosenTask[]
  @IsString() @IsNotEmpty({ message: 'choose how it is decided' }) @MaxLength(80) outcome!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
  @IsOptional() @IsString() @MaxLength(200) password?: string
}

export class ClaimRequest {
  @IsBoolean() claimed!: boolean
}

export class HandOverTaskRequest {
  @IsString() @IsNotEmpty({ message: 'choose whom it is handed over to' }) @MaxLength(200) to!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class DeferRequest {
  @IsString()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'until a day, such as 2026-03-01' })
  until!: string
}
