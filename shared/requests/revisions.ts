import 'reflect-metadata'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  MaxLength,
  Min,
} from 'class-validator'
import { IsChosen, ListOf, IsTextMap, asNumber, ChangeRequest, CommentQuery } from './common'

export class RollBackQuery extends CommentQuery {
  @asNumber @IsInt() version!: number
}

export class AdoptionPlanRequest {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(2000, { message: 'up to 2,000 documents can be looked at together' })
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  numbers?: string[]
  @IsOptional() @IsString() @MaxLength(500) folder?: string
  @IsOptional() @IsString() @MaxLength(80) attribute?: string
  @IsOptional() @IsString() @MaxLength(80) target?: string
  @IsTextMap() labels: Record<string, string> = {}
  @IsArray() @ArrayMaxSize(2000) @IsString({ each: true }) @MaxLength(200, { each: true }) below: string[] =
    []
}

class ChosenBody extends ChangeRequest {
  @IsString() @MaxLength(200) number!: string
}

class AdoptedBody extends ChosenBody {
  @IsString() @IsNotEmpty({ message: 'there is no label to adopt' }) @MaxLength(10_000) label!: string
}

export class AdoptRequest {
  @ArrayMinSize(1, { message: 'choose a document' })
  @ListOf(() => AdoptedBody, 200, 'up to 200 documents are adopted in one go')
  documents!: AdoptedBody[]
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class NewRevisionRequest {
  @ArrayMinSize(1, { message: 'choose a document' })
  @IsChosen(500)
  documents!: { number: string; change: number }[]
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class CorrectionQuery {
  /** Counted from 1, as people do. */
  @asNumber @IsInt() @Min(1) row!: number
  @IsString() @MaxLength(10_000) label!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class CorrectLabelRequest extends ChangeRequest {
  /** Counted from 1, as people do. */
  @IsInt() @Min(1) row!: number
  @IsString() @MaxLength(10_000) label!: string
  @IsString() @MaxLength(2000) comment!: string
}

export class RollBackRequest extends ChangeRequest {
  @IsInt() version!: number
  @IsString() @MaxLength(2000) comment!: string
}

export class LabelSourceQuery {
  @IsOptional() @IsString() @MaxLength(500) folder?: string
  @IsOptional() @IsString() @MaxLength(1000) archive?: string
}
