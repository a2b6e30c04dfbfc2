import 'reflect-metadata'
import { Transform } from 'class-transformer'
import { ValidateBy, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'

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
  @asNumber @IsInt() @Min(0) offset = 0
  @asNumber @IsInt() @Min(1) @Max(500) limit = 100
  @IsOptional() @IsString() @MaxLength(200) text?: string
}
