import 'reflect-metadata'
import { ArrayMaxSize, IsArray, IsIn, IsNotEmpty, IsString, Matches, MaxLength } from 'class-validator'
import { type TokenAct, tokenActNames } from '../token-acts'

export class SignInRequest {
  @IsString() @IsNotEmpty({ message: 'enter your mail address' }) @MaxLength(200) mail!: string
  @IsString() @IsNotEmpty({ message: 'enter your password' }) @MaxLength(200) password!: string
}

export class PasswordRequest {
  @IsString() @IsNotEmpty({ message: 'enter the password you have now' }) @MaxLength(200) current!: string
  @IsString() @IsNotEmpty({ message: 'enter the new password' }) @MaxLength(200) wanted!: string
}

/** A password that is forgotten: a link is sent to the address, where there is somebody with it. */
export class ForgottenRequest {
  @IsString() @MaxLength(320) mail!: string
}

/** A password that is chosen by the link that was sent. */
export class LinkRequest {
  @IsString() @MaxLength(200) token!: string
  @IsString() @MaxLength(500) password!: string
}

/** A token for a script, until a day. */
export class TokenRequest {
  @IsString()
  @IsNotEmpty({ message: 'a token needs a name, so that it is known again' })
  @MaxLength(80)
  name!: string
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'until is a day, such as 2027-03-31' }) until!: string
  @IsArray() @ArrayMaxSize(50) @IsIn(tokenActNames, { each: true }) acts!: TokenAct[]
}

export class MailWhenRequest {
  @IsIn(['at-once', 'daily', 'never']) mailWhen!: 'at-once' | 'daily' | 'never'
}

export class LookAsRequest {
  @IsString() @MaxLength(200) person!: string
}
