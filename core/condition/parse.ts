import { type Attribute, attributeType, type ValueType } from '../attribute'
import { nearestName, remembered } from '../support'
import { facts } from './facts'
import { OperandReader, typeName } from './operands'
import { sorts } from './sorts'
import type { Token } from './tokens'
import {
  type ComparisonOperator,
  type Condition,
  ConditionError,
  type Operand,
  type TextMethod,
} from './types'

const comparisons = ['==', '!=', '<', '<=', '>', '>=']
const methods = ['startsWith', 'endsWith', 'contains']
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
      (language = { types, read: remembered(5000, (text) => new Parser(text, attributes, types).whole()) }),
    )
  }
  return language
}

/** Reads conditions, by CEL's order of precedence. */
class Parser extends OperandReader {
  private depth = 0

  whole(): Condition {
    if (this.peek().kind === 'end') throw new ConditionError('the condition is empty', 0)
    const condition = this.or()
    if (this.peek().kind !== 'end') throw this.unexpected()
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
    if (!this.isSign('!')) return this.primary()
    const flipped = this.flipped()
    return this.isSign('==', '!=') ? this.sameAs(flipped) : flipped
  }

  /** “!” and what it binds to, which is tighter than any comparison (CEL, unary operators). */
  private flipped(): Condition {
    const { at } = this.peek()
    let flips = 0
    while (this.accept('!')) flips++
    const start = this.peek().at
    const isCondition = this.isSign('(') || this.isCall()
    const inner = isCondition ? this.primary() : this.member(this.operand())
    if (inner) return flips % 2 ? { kind: 'not', of: inner } : inner
    const whole = this.text.slice(start, this.tokens[this.next - 1]!.end)
    const message = '“!” binds tighter than a comparison, and what follows it is neither yes nor no'
    throw new ConditionError(message, at, `${'!'.repeat(flips)}(${whole})`)
  }

  /** What “!” can flip: a yes or no, or what a method says. Undefined where it was a comparison, now passed. */
  private member(left: Operand): Condition | undefined {
    if (this.accept('.')) return this.method(left)
    if (left.type === 'yesno') return alone(left)
    this.relation(left)
    return undefined
  }

  /** Whether a flipped condition is the same as a yes or no after it, or is not. */
  private sameAs(one: Condition): Condition {
    const { text: operator, at } = this.take()
    const other = this.isSign('!') ? this.flipped() : this.yesOrNo(at)
    const no = (of: Condition): Condition => ({ kind: 'not', of })
    const same: Condition =
      other === null
        ? { kind: 'constant', value: false }
        : {
            kind: 'or',
            left: { kind: 'and', left: one, right: other },
            right: { kind: 'and', left: isNo(one), right: isNo(other) },
          }
    return operator === '==' ? same : no(same)
  }

  /** A yes or no as a condition; null for nothing, which a condition never is. */
  private yesOrNo(at: number): Condition | null {
    const operand = this.operand()
    if (operand.type === 'null') return null
    if (operand.type === 'yesno') return alone(operand)
    throw new ConditionError(`a yes or no is compared with ${typeName(operand)}`, at)
  }

  private primary(): Condition {
    if (this.accept('(')) {
      const inner = this.or()
      this.expect(')')
      return inner
    }
    return this.isCall() ? this.call() : this.relation(this.operand())
  }

  private isCall(): boolean {
    return this.peek().kind === 'name' && ['glob', 'isOneOf'].includes(this.peek().text)
  }

  private call(): Condition {
    const { text: name, at } = this.take()
    this.expect('(')
    const of = this.operand()
    this.mustBe(of, 'text', `${name} reads a text`)
    const values: Operand[] = []
    while (this.accept(',')) values.push(this.operand(of))
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
      const right = this.isSign('!') && left.type === 'yesno' ? undefined : this.operand(left)
      if (right) return this.comparison(token, left, right)
      this.next--
      return this.sameAs(alone(left))
    }
    if (token.kind === 'name' && token.text === 'in') return this.membership(left)
    if (this.accept('.')) return this.method(left)
    if (left.type !== 'yesno')
      throw new ConditionError('a condition was expected here, not a value alone', left.at)
    return alone(left)
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
      do values.push(this.operand(of))
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
      throw new ConditionError(`there is no method “${text}”`, at, nearestName(text, methods))
    this.mustBe(of, 'text', `.${text}() reads a text`)
    this.expect('(')
    const argument = this.operand()
    this.mustBe(argument, 'text', `.${text}() takes a text`)
    this.expect(')')
    return { kind: 'method', method: text as TextMethod, of, argument }
  }
}

/** A yes or no by itself, as a condition. */
const alone = (operand: Operand): Condition =>
  operand.kind === 'literal'
    ? { kind: 'constant', value: Boolean(operand.value) }
    : { kind: 'yes', name: operand.name }

/** That a condition says no: of an attribute, that it is *no* and not empty. */
function isNo(condition: Condition): Condition {
  if (condition.kind !== 'yes') return { kind: 'not', of: condition }
  const left: Operand = { kind: 'identifier', type: 'yesno', name: condition.name, at: 0 }
  const right: Operand = { kind: 'literal', type: 'yesno', value: false, at: 0 }
  return { kind: 'compare', operator: '==', left, right }
}
