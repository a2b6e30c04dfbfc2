import 'reflect-metadata'
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { asNumber } from './common'

export class AuditQuery {
  @IsOptional() @IsString() kind?: string
  @IsOptional() @IsString() subject?: string
  @IsOptional() @IsString() @MaxLength(200) text?: string
  @IsOptional() @asNumber @IsInt() @Min(1) before?: number
  @asNumber @IsInt() @Min(1) @Max(500) limit = 100
}
