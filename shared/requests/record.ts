import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  IsIn,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator'
import { type Corner, corners, type SheetFormat, sheetFormats } from '../../core/formats'
import { orNull } from './common'

/** Goes with the bytes of a file that is looked into. */
export class FileNameQuery {
  @IsString() @IsNotEmpty({ message: 'the file needs a name' }) @MaxLength(250) fileName!: string
}

export class ArchiveFileQuery {
  @IsString() @IsNotEmpty({ message: 'choose a file' }) @MaxLength(1000) path!: string
}

/** A place, and which files are asked for it. */
export class SpreadRequest {
  @IsString()
  @Matches(/^(core|property|field|product):./s, { message: 'a place begins with its kind' })
  @MaxLength(500)
  place!: string
  @Matches(/^[\w-]{1,20}$/, { message: 'an ending is letters and digits' }) ending!: string
  @IsOptional() @IsString() @MaxLength(500) folder?: string
}

class ChosenPlaceBody {
  @IsIn(corners, { message: 'a corner is upper or lower, left or right' }) corner!: Corner
  @IsNumber() @Min(0) @Max(2000) across!: number
  @IsNumber() @Min(0) @Max(2000) up!: number
}

/** Where blocks of revisions stand on sheets of a format; null for wherever is free. */
export class BlockPlaceRequest {
  @IsIn(Object.keys(sheetFormats), { message: 'a format is A4, A3, A2, A1 or A0' }) format!: SheetFormat
  @ValidateIf((body: BlockPlaceRequest) => orNull(body, body.place))
  @ValidateNested()
  @Type(() => ChosenPlaceBody)
  place!: ChosenPlaceBody | null
}
