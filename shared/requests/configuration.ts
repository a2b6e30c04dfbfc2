import 'reflect-metadata'
import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  MaxLength,
  Min,
} from 'class-validator'
import { ListOf, asNumber, ChangeRequest } from './common'
import { type Edit, editShape } from '../../core/configuration'
import { Shaped } from '../class-for'

/** Where documents go that stand in a state the draft removes. */
class MoveBody {
  @IsString() @MaxLength(80) lifecycle!: string
  @IsString() @MaxLength(80) state!: string
  @IsString() @MaxLength(80) to!: string
}

export class PublishRequest extends ChangeRequest {
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
  @IsOptional()
  @ListOf(() => MoveBody, 500)
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
  @IsArray() @ArrayMaxSize(100) @IsString({ each: true }) @MaxLength(80, { each: true }) states!: string[]
  @IsString() @MaxLength(10_000) guard!: string
}

/** One edit of the draft, of whichever kind, by the class of that kind. */
export class EditRequest extends ChangeRequest {
  @Shaped(editShape()) edit!: Exclude<Edit, { kind: 'replace' }>
}
