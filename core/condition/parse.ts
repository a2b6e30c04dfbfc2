import { sorts } from './sorts'
import { type Attribute, attributeType, isDate, type ValueType } from '../attribute'
import {
  type ComparisonOperator,
  type Condition,
  ConditionError,
  type Operand,
  type TextMethod,
} from './types'
import { facts } from './facts'
import { type Token, tokenize } from './tokens'
import { editDistance, remembered } from '../support'

const comparisons = ['==', '!=', '<', '<=', '>', '>=']
const methods = ['startsWith', 'endsWith', 'contains']
const functions = ['date', 'glob', 'isOneOf']
const deepest = 200

/**
 * Reads a condition (the CEL subset of `model` section 2) and checks its types against the attributes.
 * @throws ConditionError with position and, where one is near, a suggestion.
 */
export function parseCondition(text: string, attributes: Attribute[]): Condition {
  return languageOf(attributes).read(text)
}

/** The types of all identifiers that a condition may use. A choice is compared as text. */
export const typesOf = (attributes: Attribute[]): Map<string, ValueType> => languageOf(attributes).types

interface ConditionLanguage {
  types: Map<string, ValueType>
  read: (text: string) => Condition
}
const languages = new WeakMap<Attribute[], ConditionLanguage>()

/**
 * What conditions about these attributes may say, worked out once for each list of attributes, which is never
 * changed in place.
 */
function languageOf(attributes: Attribute[]): ConditionLanguage {
  let language = languages.get(attributes)
  if (!language) {
    const types = new Map<string, ValueType>(Object.entries(facts))
    for (const { id, type } of attributes) types.set(id, attributeType(type).valueType)
    languages.set(
      attributes,
      (language = { types, read: remembered(5000, (text) => new Parser(tokenize(text), types).whole()) }),
    )
  }
  return language
}

class Parser {
  private next = 0
  private depth = 0

  constructor(
    private readonly tokens: Token[],
    private readonly types: Map<string, ValueType>,
  ) {}

  whole(): Condition {
    if (this.peek().kind === 'end') throw new ConditionError('the condition is empty', 0)
    const condition = this.or()
    if (this.peek().kind !== 'end')
      throw new ConditionError(`“${this.peek().text}” was not expected here`, this.peek().at)
    return condition
  }

  private or(): Condition {
    if (++this.depth > deepest)
      throw new ConditionError(`the condition is nested more than ${deepest} deep`, this.peek().at)
    let left = this.and()
    while (this.accept('||')) left = { kind: 'or', left, right: this.and() }
    this.depth--
    return left
  }

  private and(): Condition {
    let left = this.unary()
    while (this.accept('&&')) left = { kind: 'and', left, right: this.unary() }
    return left
  }

  private unary(): Condition {
    let flips = 0
    while (this.accept('!')) flips++
    const inner = this.primary()
    return flips % 2 ? { kind: 'not', of: inner } : inner
  }

  private primary(): Condition {
    if (this.accept('(')) {
      const inner = this.or()
      this.expect(')')
      return inner
    }
    if (this.peek().kind === 'name' && ['glob', 'isOneOf'].includes(this.peek().text)) return this.call()
    return this.relation(this.operand())
  }

  private call(): Condition {
    const { text: name, at } = this.take()
    this.expect('(')
    const of = this.operand()
    this.mustBe(of, 'text', `${name} reads a text`)
    const values: Operand[] = []
    while (this.accept(',')) values.push(this.operand())
    this.expect(')')
    if (values.length === 0)
      throw new ConditionError(
        `${name} needs ${name === 'glob' ? 'a pattern' : 'at least one value'} after the text`,
        at,
      )
    for (const value of values) this.mustBe(value, 'text', `${name} takes texts`)
    if (name === 'isOneOf') return { kind: 'in', of, values }
    const pattern = values[0]!
    if (values.length > 1 || pattern.kind !== 'literal')
      throw new ConditionError('glob takes one pattern, written out', pattern.at)
    return { kind: 'glob', of, pattern: String(pattern.value) }
  }

  private relation(left: Operand): Condition {
    const token = this.peek()
    if (token.kind === 'sign' && comparisons.includes(token.text)) {
      this.take()
      return this.comparison(token, left, this.operand())
    }
    if (token.kind === 'name' && token.text === 'in') return this.membership(left)
    if (this.accept('.')) return this.method(left)
    if (left.type !== 'yesno')
      throw new ConditionError('a condition was expected here, not a value alone', left.at)
    return left.kind === 'literal'
      ? { kind: 'constant', value: Boolean(left.value) }
      : { kind: 'yes', name: left.name }
  }

  private comparison({ text: operator, at }: Token, left: Operand, right: Operand): Condition {
    const ordering = operator !== '==' && operator !== '!='
    if (left.type === 'null' || right.type === 'null') {
      if (ordering) throw new ConditionError(`null has no order: only == and != compare with it`, at)
    } else if (left.type !== right.type) {
      const suggestion =
        left.type === 'date' && right.type === 'text' && right.kind === 'literal'
          ? `date(${JSON.stringify(right.value)})`
          : undefined
      throw new ConditionError(`${typeName(left)} is compared with ${typeName(right)}`, right.at, suggestion)
    } else if (ordering && !sorts[left.type].isOrdered)
      throw new ConditionError('yes and no have no order', at)
    return { kind: 'compare', operator: operator as ComparisonOperator, left, right }
  }

  private membership(of: Operand): Condition {
    this.take()
    this.expect('[')
    const values: Operand[] = []
    if (!this.accept(']')) {
      do values.push(this.operand())
      while (this.accept(','))
      this.expect(']')
    }
    for (const value of values)
      if (value.type !== of.type && value.type !== 'null' && of.type !== 'null')
        throw new ConditionError(`${typeName(of)} is looked for among ${typeName(value)}`, value.at)
    return { kind: 'in', of, values }
  }

  private method(of: Operand): Condition {
    const { text, at } = this.take()
    if (!methods.includes(text))
      throw new ConditionError(`there is no method “${text}”`, at, near(text, methods))
    this.mustBe(of, 'text', `.${text}() reads a text`)
    this.expect('(')
    const argument = this.operand()
    this.mustBe(argument, 'text', `.${text}() takes a text`)
    this.expect(')')
    return { kind: 'method', method: text as TextMethod, of, argument }
  }

  private operand(): Operand {
    const token = this.take()
    const { at } = token
    if (token.kind === 'string') return { kind: 'literal', type: 'text', value: token.text, at }
    if (token.kind === 'number') return { kind: 'literal', type: 'number', value: Number(token.text), at }
    if (token.text === '-' && this.peek().kind === 'number')
      return { kind: 'literal', type: 'number', value: -Number(this.take().text), at }
    if (token.kind !== 'name')
      throw new ConditionError(
        token.kind === 'end' ? 'the condition ends too early' : `a value was expected, not “${token.text}”`,
        at,
      )
    if (token.text === 'true' || token.text === 'false')
      return { kind: 'literal', type: 'yesno', value: token.text === 'true', at }
    if (token.text === 'null') return { kind: 'literal', type: 'null', value: null, at }
    if (token.text === 'date' && this.peek().text === '(') return this.date(at)
    const type = this.types.get(token.text)
    if (type) return { kind: 'identifier', type, name: token.text, at }
    throw new ConditionError(
      `there is no attribute or fact “${token.text}”`,
      at,
      near(token.text, [...this.types.keys(), ...functions]),
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

  private mustBe(operand: Operand, type: ValueType, rule: string): void {
    if (operand.type !== type) throw new ConditionError(`${rule}, not ${typeName(operand)}`, operand.at)
  }

  private peek(): Token {
    return this.tokens[this.next]!
  }

  private take(): Token {
    return this.tokens[Math.min(this.next++, this.tokens.length - 1)]!
  }

  private accept(sign: string): boolean {
    const hit = this.peek().kind === 'sign' && this.peek().text === sign
    if (hit) this.next++
    return hit
  }

  private expect(sign: string): void {
    if (!this.accept(sign)) throw new ConditionError(`“${sign}” is missing`, this.peek().at)
  }
}

function typeName({ type }: Operand): string {
  return type === 'null' ? 'null' : sorts[type].name
}

function near(word: string, known: string[]): string | undefined {
  const [best] = known
    .map((other) => ({ other, far: editDistance(word, other) }))
    .sort((a, b) => a.far - b.far)
  return best && best.far <= Math.max(1, word.length / 3) ? best.other : undefined
}
