import 'reflect-metadata'
import { IsNotEmpty, IsOptional, IsString, Matches, MaxLength } from 'class-validator'

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
