import type { Fields, Shape } from './shape'

export type JsonSchema = { [keyword: string]: unknown }

/** A shape as JSON Schema (2020-12): what the one takes, the other takes. */
export function jsonSchema(shape: Shape): JsonSchema {
  const schema = plainSchema(shape)
  return shape.nullable ? { anyOf: [schema, { type: 'null' }] } : schema
}

function plainSchema(shape: Shape): JsonSchema {
  switch (shape.is) {
    case 'text':
      return {
        type: 'string',
        ...(shape.least === undefined ? {} : { minLength: shape.least }),
        maxLength: shape.most,
        ...(shape.pattern ? { pattern: shape.pattern.source } : {}),
      }
    case 'number':
      return {
        type: shape.whole ? 'integer' : 'number',
        ...(shape.least === undefined ? {} : { minimum: shape.least }),
        ...(shape.most === undefined ? {} : { maximum: shape.most }),
      }
    case 'yesno':
      return { type: 'boolean' }
    case 'one':
      return { enum: [...shape.of] }
    case 'either':
      return { anyOf: shape.of.map(jsonSchema) }
    case 'list':
      return {
        type: 'array',
        items: jsonSchema(shape.of),
        maxItems: shape.most,
        ...(shape.least === undefined ? {} : { minItems: shape.least }),
      }
    case 'map':
      return {
        type: 'object',
        additionalProperties: jsonSchema(shape.of),
        ...(shape.names ? { propertyNames: { pattern: shape.names.source } } : {}),
      }
    case 'object':
      return objectSchema(shape.fields)
    case 'kind':
      return {
        oneOf: Object.entries(shape.kinds).map(([name, fields]) =>
          objectSchema({ kind: { is: 'one', of: [name] }, ...fields }),
        ),
      }
  }
}

function objectSchema(fields: Fields): JsonSchema {
  const needed = Object.keys(fields).filter((name) => !fields[name]!.optional)
  return {
    type: 'object',
    ...(needed.length ? { required: needed } : {}),
    properties: Object.fromEntries(Object.entries(fields).map(([name, shape]) => [name, jsonSchema(shape)])),
    additionalProperties: false,
  }
}
