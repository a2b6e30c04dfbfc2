import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNotEmpty,
  IsOptional,
  IsString,
  MaxLength,
  ValidateIf,
  ValidateNested,
} from 'class-validator'
import { type SourceKind, sourceKinds } from '../../core/intake'
import { ListOf, IsTextMap, orNull, PageQuery } from './common'

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
  @ListOf(() => StateRuleBody, 50)
  states!: StateRuleBody[]
  @IsString() @MaxLength(80) otherwise!: string
  @IsOptional() @IsArray() @ArrayMaxSize(10) @IsIn(sourceKinds, { each: true }) ranking?: SourceKind[]
  @IsOptional() @IsTextMap() columns?: Record<string, string>
  @IsTextMap() attributes!: Record<string, string>
}

export class PatternsRequest {
  @IsArray() @ArrayMaxSize(30) @IsString({ each: true }) @MaxLength(300, { each: true }) patterns!: string[]
}

export class SettlementBody {
  @IsOptional() @IsBoolean() leaveOut?: boolean
  @IsOptional() @IsString() @MaxLength(64) label?: string
  @IsOptional() @IsString() @MaxLength(200) number?: string
  @IsOptional() @IsIn(sourceKinds) trust?: SourceKind
  @IsOptional() @IsTextMap() values?: Record<string, string>
  @IsOptional() @IsBoolean() sameContent?: boolean
  @IsOptional() @IsBoolean() withoutMissing?: boolean
}

class SettledBody {
  @IsString() @MaxLength(2000) key!: string
  @ValidateIf((body: SettledBody) => orNull(body, body.settlement))
  @ValidateNested()
  @Type(() => SettlementBody)
  settlement!: SettlementBody | null
}

export class SettleRequest {
  @ListOf(() => SettledBody, 5000)
  settled!: SettledBody[]
}

export class IntakeFilesQuery extends PageQuery {
  @IsOptional() @IsIn(['ready', 'held', 'left out', 'done', 'failed']) status?: string
  @IsOptional() @IsString() @MaxLength(40) conflict?: string
}
