import { type Attribute, isDate, type ValueType } from '../attribute'
import { nearestName } from '../support'
import { sorts } from './sorts'
import { choiceAt, operatorFor } from './suggest'
import { TokenStream } from './token-stream'
import type { Token } from './tokens'
import { ConditionError, type Operand } from './types'

const functions = ['date', 'glob', 'isOneOf']

/** Reads what stands on the sides of comparisons: literals, attributes and facts. */
export class OperandReader extends TokenStream {
  constructor(
    text: string,
    private readonly attributes: Attribute[],
    private readonly types: Map<string, ValueType>,
  ) {
    super(text)
  }

  /** A value; `beside` is what it is compared with, where that is known. */
  protected operand(beside?: Operand): Operand {
    const token = this.take()
    const { at } = token
    if (token.kind === 'string') return { kind: 'literal', type: 'text', value: token.text, at }
    if (token.kind === 'number') return this.number(token, 1)
    if (token.text === '-' && this.peek().kind === 'number') return this.number(this.take(), -1)
    if (token.kind !== 'name')
      throw new ConditionError(
        token.kind === 'end' ? 'the condition ends too early' : `a value was expected, not “${token.text}”`,
        at,
        this.text.slice(at - 1, token.end) === '<>' ? '!=' : undefined,
      )
    if (token.text === 'true' || token.text === 'false')
      return { kind: 'literal', type: 'yesno', value: token.text === 'true', at }
    if (token.text === 'null') return { kind: 'literal', type: 'null', value: null, at }
    if (token.text === 'date' && this.peek().text === '(') return this.date(at)
    const type = this.types.get(token.text)
    if (type) return { kind: 'identifier', type, name: token.text, at }
    throw new ConditionError(`there is no attribute or fact “${token.text}”`, at, this.meant(token, beside))
  }

  private number({ text, at }: Token, sign: 1 | -1): Operand {
    const value = sign * Number(text)
    if (Number.isFinite(value)) return { kind: 'literal', type: 'number', value, at }
    throw new ConditionError(`${text} is beyond the largest number there is, about 1.8e308`, at)
  }

  /** What a word that means nothing was meant to be: a choice without its quotes, an operator, another name. */
  private meant(token: Token, beside: Operand | undefined): string | undefined {
    const choicesOf = (is: (attribute: Attribute) => boolean) =>
      this.attributes.filter(is).flatMap(({ choices }) => choices ?? [])
    const besides = choicesOf(({ id }) => beside?.kind === 'identifier' && beside.name === id)
    return (
      choiceAt(this.text, token.at, besides) ??
      operatorFor(token) ??
      nearestName(token.text, [...this.types.keys(), ...functions]) ??
      choiceAt(
        this.text,
        token.at,
        choicesOf(() => true),
      )
    )
  }

  private date(at: number): Operand {
    this.expect('(')
    const text = this.take()
    this.expect(')')
    if (text.kind !== 'string' || !isDate(text.text))
      throw new ConditionError('date() takes a day such as "2026-03-01"', text.at)
    return { kind: 'literal', type: 'date', value: text.text, at }
  }

  protected mustBe(operand: Operand, type: ValueType, rule: string): void {
    if (operand.type !== type) throw new ConditionError(`${rule}, not ${typeName(operand)}`, operand.at)
  }
}

/** A value's type for messages, with its article. */
export function typeName({ type }: Operand): string {
  return type === 'null' ? 'null' : sorts[type].name
}
