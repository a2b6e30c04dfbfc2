import { type Attribute, attributeType, type ValueType } from '../../attribute'
import { typesOf } from '../parse'
import { sorts } from '../sorts'
import type { Sort } from '../sorts/sort'
import { type Language } from './automaton'
import { withoutAny } from './languages'
import { isOneOf } from './parts'

export interface Variables {
  types: Map<string, ValueType>
  attributes: Map<string, Attribute>
  choices: Map<string, Language>
}

/** What facts are like by themselves: an extension has small letters and no dot (model, section 2). */
const ofFacts = new Map<string, Language>([['file_extension', withoutAny('.ABCDEFGHIJKLMNOPQRSTUVWXYZ')]])

/** What every value of a variable is like, beyond its choices; undefined where it may be any. */
export const languageOf = (name: string): Language | undefined => ofFacts.get(name)
/** What a variable is to the solver. Facts of other labels than the document's own are texts, as its own are. */
export const sortOf = ({ types }: Variables, name: string): Sort => sorts[types.get(name) ?? 'text']

export const variables = new WeakMap<Attribute[], Variables>()

/** What attributes demand of their values, worked out once for each list of them. */
export function variablesOf(attributes: Attribute[]): Variables {
  let known = variables.get(attributes)
  if (!known) {
    const choices = attributes.flatMap((attribute): [string, Language][] => {
      const { solved } = sorts[attributeType(attribute.type).valueType]
      const only = solved.as === 'text' ? solved.only(attribute) : undefined
      return only ? [[attribute.id, isOneOf(only)]] : []
    })
    known = {
      types: typesOf(attributes),
      attributes: new Map(attributes.map((attribute) => [attribute.id, attribute])),
      choices: new Map(choices),
    }
    variables.set(attributes, known)
  }
  return known
}
