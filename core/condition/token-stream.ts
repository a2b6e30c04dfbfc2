import { operatorFor } from './suggest'
import { type Token, tokenize } from './tokens'
import { ConditionError } from './types'

/** The tokens of a condition, read one after the other. */
export class TokenStream {
  protected next = 0
  protected readonly tokens: Token[]

  constructor(protected readonly text: string) {
    this.tokens = tokenize(text)
  }

  protected peek(): Token {
    return this.tokens[this.next]!
  }

  protected take(): Token {
    return this.tokens[Math.min(this.next++, this.tokens.length - 1)]!
  }

  protected isSign(...signs: string[]): boolean {
    return this.peek().kind === 'sign' && signs.includes(this.peek().text)
  }

  protected accept(sign: string): boolean {
    const hit = this.isSign(sign)
    if (hit) this.next++
    return hit
  }

  protected expect(sign: string): void {
    if (this.accept(sign)) return
    if (operatorFor(this.peek())) throw this.unexpected()
    throw new ConditionError(`“${sign}” is missing`, this.peek().at)
  }

  protected unexpected(): ConditionError {
    const token = this.peek()
    return new ConditionError(`“${token.text}” was not expected here`, token.at, operatorFor(token))
  }
}
