import 'reflect-metadata'
import { Transform, Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  ValidateBy,
  ValidateNested,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { unseenIn } from '../../core/numbering'

/** For fields that may be null: the checks after it are for what is there. */
export const orNull = (_object: object, value: unknown) => value !== null && value !== undefined

/** An object whose values are texts, such as labels by number. */
export const IsTextMap = () =>
  ValidateBy({
    name: 'isTextMap',
    validator: {
      validate: (value: unknown) =>
        typeof value === 'object' &&
        value !== null &&
        !Array.isArray(value) &&
        Object.values(value).every((text) => typeof text === 'string' && text.length <= 10_000),
      defaultMessage: (faulty) => `${faulty?.property} holds a text for each name`,
    },
  })

/** The fault of a file’s name; undefined if there is none. */
function faultOfName(name: unknown): string | undefined {
  if (typeof name !== 'string') return 'the file has no name'
  if (/[/\\]/.test(name)) return 'a file’s name has no slashes'
  if (/^\.*$/.test(name.trim())) return 'a file’s name is more than dots and blanks'
  const unseen = unseenIn(name)
  return unseen && `the file’s name holds ${unseen}, which nobody sees: name it anew`
}

/** The name of a file that comes in, in one form of each letter (NFKC). */
export const IsFileName = (): PropertyDecorator => (target, name) => {
  Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.normalize('NFKC') : value))(
    target,
    name,
  )
  ValidateBy({
    name: 'isFileName',
    validator: {
      validate: (value: unknown) => faultOfName(value) === undefined,
      defaultMessage: (faulty) => faultOfName(faulty?.value) ?? '',
    },
  })(target, name)
}

/** A list of documents with the change that was looked at, checked in one pass for speed. */
export const IsChosen = (most: number) =>
  ValidateBy({
    name: 'isChosen',
    validator: {
      validate: (value: unknown) => Array.isArray(value) && value.length <= most && value.every(isChosen),
      defaultMessage: (faulty) =>
        `${faulty?.property} is a list of up to ${most} documents, each with its number and its change`,
    },
  })

function isChosen(one: unknown): boolean {
  if (typeof one !== 'object' || one === null || Object.keys(one).length !== 2) return false
  const { number, change } = one as Record<string, unknown>
  return typeof number === 'string' && number.length <= 200 && Number.isInteger(change)
}

/** A long list of short texts, checked in one pass for speed. */
export const IsTexts = (most: number, longest: number) =>
  ValidateBy({
    name: 'isTexts',
    validator: {
      validate: (value: unknown) =>
        Array.isArray(value) &&
        value.length <= most &&
        value.every((text) => typeof text === 'string' && text.length <= longest),
      defaultMessage: (faulty) =>
        `${faulty?.property} is a list of up to ${most} texts of up to ${longest} characters`,
    },
  })

/** Values of a record by attribute: texts, or null for none. */
export const IsRecordText = () =>
  ValidateBy({
    name: 'isRecordText',
    validator: {
      validate: (value: unknown) =>
        typeof value === 'object' &&
        value !== null &&
        !Array.isArray(value) &&
        Object.keys(value).length <= 2000 &&
        Object.values(value).every(
          (text) => text === null || (typeof text === 'string' && text.length <= 10_000),
        ),
      defaultMessage: (faulty) =>
        `${faulty?.property} holds a text of up to 10,000 characters, or null, for each attribute`,
    },
  })

/** Checks that each of a list is an object: a list in the list would have no fields to check. */
const EachIsObject = ValidateBy({
  name: 'eachIsObject',
  validator: {
    validate: (value: unknown) =>
      !Array.isArray(value) ||
      value.every((item) => typeof item === 'object' && item !== null && !Array.isArray(item)),
    defaultMessage: (faulty) => `each value in ${faulty?.property} must be an object`,
  },
})

/** A list of objects of a class, at most so many. */
export const ListOf =
  (kind: () => new () => object, most: number, tooMany?: string): PropertyDecorator =>
  (target, name) => {
    for (const decorate of [
      IsArray(),
      ArrayMaxSize(most, tooMany ? { message: tooMany } : undefined),
      EachIsObject,
      ValidateNested({ each: true }),
      Type(kind),
    ])
      decorate(target, name as string)
  }

/** A number that stands in an address. */
export const asNumber = Transform(({ value }) => (value === undefined ? undefined : Number(value)))

/** A yes or no that stands in an address. */
export const asFlag = Transform(({ value }) => value === true || value === 'true')

export class ChangeRequest {
  @IsInt() change!: number
}

/** What a prediction may be told: the comment that the act would carry. */
export class CommentQuery {
  @IsOptional() @IsString() @MaxLength(2000) comment?: string
}

export class PageQuery {
  @asNumber @IsInt() @Min(0) @Max(1e9) offset = 0
  @asNumber @IsInt() @Min(1) @Max(500) limit = 100
  @IsOptional() @IsString() @MaxLength(200) text?: string
}
