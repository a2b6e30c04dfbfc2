import 'reflect-metadata'
import { IsBoolean, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'

/** A script as it is drafted, and the document that it is tried on. */
export class TryScriptRequest {
  @IsString() @MaxLength(200) name!: string
  @IsString() @MaxLength(100_000) code!: string
  @IsOptional() @IsBoolean() check?: boolean
  @IsString() @IsNotEmpty({ message: 'choose a document to try it on' }) @MaxLength(200) number!: string
  @IsOptional() @IsString() @MaxLength(80) transition?: string
}
