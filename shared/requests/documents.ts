import 'reflect-metadata'
import { Transform } from 'class-transformer'
import { IsBoolean, IsIn, IsInt, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { asNumber, asFlag, ChangeRequest, IsFileName, IsRecordText, PageQuery } from './common'

export class DocumentsQuery extends PageQuery {
  @IsOptional() @IsString() @MaxLength(80) state?: string
  @IsOptional() @IsString() @MaxLength(80) lifecycle?: string
  @IsOptional() @IsString() @MaxLength(80) classId?: string
  @IsOptional() @IsString() @MaxLength(500) folder?: string
  @IsOptional() @IsString() @MaxLength(64) revision?: string
  @IsOptional() @IsString() @MaxLength(64) intake?: string
  @IsOptional() @asFlag @IsBoolean() checkedOut?: boolean
  @IsIn(['number', 'title', 'state', 'revision', 'folder', 'changed']) sort:
    'number' | 'title' | 'state' | 'revision' | 'folder' | 'changed' = 'number'
  @asFlag @IsBoolean() descending = false
  @IsOptional() @IsString() @MaxLength(2000) after?: string
}

/** What is looked for; more of it than a name has is left out. */
export class FindQuery {
  @Transform(({ value }) => String(value ?? '').slice(0, 100)) @IsString() text = ''
}

export class FireRequest extends ChangeRequest {
  @IsString() @MaxLength(80) transition!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
  /** The seat that is signed, where the transition is fired by quorum; left to the vault where none is named. */
  @IsOptional() @IsString() @MaxLength(80) seat?: string
  /** Asked again where the transition says so. */
  @IsOptional() @IsString() @MaxLength(200) password?: string
}

/** Whoever signed takes their signature back. */
export class WithdrawRequest extends ChangeRequest {
  @IsString() @MaxLength(80) transition!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class HandOnRequest extends ChangeRequest {
  @IsString() @IsNotEmpty({ message: 'choose whom it shall belong to' }) @MaxLength(200) to!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

/** Another's check-out is given back with a reason. */
export class UndoCheckOutRequest extends ChangeRequest {
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class ReferenceRequest extends ChangeRequest {
  @IsString() @IsNotEmpty({ message: 'enter the number it refers to' }) @MaxLength(200) to!: string
}

export class RecordRequest extends ChangeRequest {
  @IsRecordText() values!: Record<string, string | null>
}

/** Whether a sheet is wanted as a small picture, or as a PDF with its stamp. */
export class SheetQuery {
  @IsOptional() @IsIn(['small']) size?: 'small'
  @IsOptional() @IsIn(['pdf']) as?: 'pdf'
}

/** The version that another one is laid over. */
export class CompareVersionQuery {
  @asNumber @IsInt() before!: number
}

/** Which content of a version is wanted: the newest, or the one that came in. */
export class ContentQuery {
  @IsOptional() @IsIn(['came-in']) as?: 'came-in'
}

/** Goes with an uploaded file's bytes, in the address. */
export class CheckInQuery {
  @asNumber @IsInt() change!: number
  @IsString()
  @IsNotEmpty({ message: 'the file has no name' })
  @MaxLength(255, { message: 'a file’s name has at most 255 characters' })
  @IsFileName()
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
  @IsFileName()
  fileName!: string
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}
