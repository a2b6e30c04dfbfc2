import 'reflect-metadata'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsNotEmpty,
  IsString,
  MaxLength,
} from 'class-validator'

/** The person who takes the set-up link, with the password they choose. */
export class FirstAdministratorRequest {
  @IsString() @MaxLength(200) link!: string
  @IsString() @IsNotEmpty({ message: 'enter your name' }) @MaxLength(200) name!: string
  @IsString() @IsNotEmpty({ message: 'enter your mail address' }) @MaxLength(320) mail!: string
  @IsString() @MaxLength(500) password!: string
}

/** The company patterns that a vault starts from. */
export class StartRequest {
  @IsArray()
  @ArrayMinSize(1, { message: 'choose at least one company pattern' })
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  patterns!: string[]
  @IsArray() @ArrayMaxSize(50) @IsString({ each: true }) @MaxLength(80, { each: true }) choices!: string[]
}

/** The file that a vault starts from. */
export class StartFileQuery {
  @IsString() @IsNotEmpty({ message: 'the file needs its name' }) @MaxLength(300) fileName!: string
}

/** The value of a setting as it is typed; empty for the usual one. */
export class SettingRequest {
  @IsString() @MaxLength(1000) value!: string
}

/** A task of the administrator that is waved away, or taken up again. */
export class WaveRequest {
  @IsString() @MaxLength(300) key!: string
  @IsBoolean() isAway!: boolean
}
