const spaceOfXml = 'http://www.w3.org/XML/1998/namespace'

/**
 * The namespaces in scope while a document is read (W3C, Namespaces in XML). Each prefix has a stack of URIs, so an
 * element costs only its own declarations, however many its ancestors made.
 */
export class Namespaces {
  private readonly piles = new Map([['xml', [spaceOfXml]]])
  /** The prefixes that each open element has declared. */
  private readonly declared: string[][] = []

  /** The namespace of a prefix, as its URI; empty where there is none. */
  of(prefix: string): string {
    return this.piles.get(prefix)?.at(-1) ?? ''
  }

  /** Opens the scope of an element. */
  enter(attributes: readonly { name: string; value: string }[]): void {
    const prefixes: string[] = []
    for (const { name, value } of attributes) {
      if (name !== 'xmlns' && !name.startsWith('xmlns:')) continue
      const prefix = name.slice('xmlns:'.length)
      const pile = this.piles.get(prefix)
      if (pile) pile.push(value)
      else this.piles.set(prefix, [value])
      prefixes.push(prefix)
    }
    this.declared.push(prefixes)
  }

  /** Closes the scope of the innermost element. */
  leave(): void {
    for (const prefix of this.declared.pop() ?? []) this.piles.get(prefix)!.pop()
  }
}
