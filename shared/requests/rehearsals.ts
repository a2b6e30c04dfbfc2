import 'reflect-metadata'
import { IsBoolean, IsNotEmpty, IsObject, IsOptional, IsString, MaxLength, ValidateBy } from 'class-validator'
import type { KeptRehearsalBody } from '../answers/rehearsals'

/** The most acts and documents of one rehearsal. */
const most = { acts: 500, documents: 200 }
const isList = (value: unknown, size: number) => Array.isArray(value) && value.length <= size

/** What a rehearsal begins with and its acts; the acts themselves are read by the core. */
const IsRehearsal = () =>
  ValidateBy({
    name: 'isRehearsal',
    validator: {
      validate: (value: unknown) => {
        const { documents, acts, references, today } = (value ?? {}) as Record<string, unknown>
        return (
          isList(acts, most.acts) &&
          (acts as unknown[]).every((one) => typeof one === 'object' && one !== null && 'act' in one) &&
          isList(documents, most.documents) &&
          (documents as unknown[]).every(
            (one) =>
              typeof one === 'object' &&
              one !== null &&
              typeof (one as { number?: unknown }).number === 'string',
          ) &&
          typeof references === 'object' &&
          references !== null &&
          Object.values(references).every((children) => isList(children, most.documents)) &&
          typeof today === 'string' &&
          /^\d{4}-\d{2}-\d{2}$/.test(today)
        )
      },
      defaultMessage: () =>
        `a rehearsal has a day, up to ${most.documents} documents, what they refer to, and up to ${most.acts} acts`,
    },
  })

export class RehearsalsQuery {
  @IsOptional() @IsString() @MaxLength(80) lifecycle?: string
}

export class KeepRehearsalRequest {
  @IsString() @IsNotEmpty({ message: 'give it a name' }) @MaxLength(200) name!: string
  @IsString() @MaxLength(80) lifecycle!: string
  @IsObject() @IsRehearsal() body!: KeptRehearsalBody
}

export class ChangeRehearsalRequest {
  @IsOptional() @IsString() @IsNotEmpty({ message: 'give it a name' }) @MaxLength(200) name?: string
  @IsOptional() @IsBoolean() active?: boolean
  @IsOptional() @IsObject() @IsRehearsal() body?: KeptRehearsalBody
}
