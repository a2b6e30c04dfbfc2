import 'reflect-metadata'
import { IsBoolean, IsIn, IsInt, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { rights, type Right } from '../../core/access'
import { type DirectoryChange, directoryChangeShape } from '../../core/directory'
import { Shaped } from '../class-for'
import { mostInvited } from '../answers/directory'
import { IsTexts } from './common'

/** A change that is only looked at. */
export class DirectoryPreviewRequest {
  @Shaped(directoryChangeShape()) change!: DirectoryChange
}

/** A change that was looked at in a state of the directory, and is made. */
export class DirectoryChangeRequest {
  @IsInt() version!: number
  @Shaped(directoryChangeShape()) change!: DirectoryChange
  @IsOptional() @IsBoolean() accept?: boolean
}

export class TakeBackRequest {
  @IsInt() version!: number
  @IsOptional() @IsBoolean() accept?: boolean
}

/** The name of the file that a list came in. */
export class ListQuery {
  @IsString() @IsNotEmpty() @MaxLength(255) fileName!: string
}

/** People who are invited, by letter or with links to hand over. */
export class InvitationRequest {
  @IsTexts(mostInvited, 200) people!: string[]
  @IsIn(['letter', 'link']) by!: 'letter' | 'link'
}

/** All that is somebody’s is given to somebody else. */
export class HandOverRequest {
  @IsString() @IsNotEmpty({ message: 'choose whom it shall belong to' }) @MaxLength(200) to!: string
  @IsString() @IsNotEmpty({ message: 'handing over asks for a reason' }) @MaxLength(2000) comment!: string
}

/** A question about rights: on a document by its number, or on what stands in a folder in some state. */
export class AccessQuery {
  @IsOptional() @IsString() @MaxLength(200) person?: string
  @IsOptional() @IsIn(rights) right?: Right
  @IsOptional() @IsString() @MaxLength(80) transition?: string
  @IsOptional() @IsString() @MaxLength(200) number?: string
  @IsOptional() @IsString() @MaxLength(1000) folder?: string
  @IsOptional() @IsString() @MaxLength(80) lifecycle?: string
  @IsOptional() @IsString() @MaxLength(80) state?: string
}
