import 'reflect-metadata'
import { IsNotEmpty, IsString, MaxLength } from 'class-validator'

export class SignInRequest {
  @IsString() @IsNotEmpty({ message: 'enter your mail address' }) @MaxLength(200) mail!: string
  @IsString() @IsNotEmpty({ message: 'enter your password' }) @MaxLength(200) password!: string
}
