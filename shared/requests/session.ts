import 'reflect-metadata'
import { IsNotEmpty, IsString, MaxLength } from 'class-validator'

export class SignInRequest {
  @IsString() @IsNotEmpty({ message: 'enter your mail address' }) @MaxLength(200) mail!: string
  @IsString() @IsNotEmpty({ message: 'enter your password' }) @MaxLength(200) password!: string
}

export class PasswordRequest {
  @IsString() @IsNotEmpty({ message: 'enter the password you have now' }) @MaxLength(200) current!: string
  @IsString() @IsNotEmpty({ message: 'enter the new password' }) @MaxLength(200) wanted!: string
}
