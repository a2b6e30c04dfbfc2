const spaceOfXml = 'http://www.w3.org/XML/1998/namespace'

/**
 * The namespaces that count where a document is being read (W3C, Namespaces in XML): what an element declares counts
 * until it ends. Each prefix has a pile of what it stands for, so that an element costs no more than what it declares
 * itself, however much stands around it.
 */
export class Namespaces {
  private readonly piles = new Map([['xml', [spaceOfXml]]])
  /** The prefixes that each open element has declared. */
  private readonly declared: string[][] = []

  /** The namespace of a prefix, as its URI; empty where there is none. */
  of(prefix: string): string {
    return this.piles.get(prefix)?.at(-1) ?? ''
  }

  /** Takes over what an element declares. */
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

  /** Forgets what the element has declared that ends. */
  leave(): void {
    for (const prefix of this.declared.pop() ?? []) this.piles.get(prefix)!.pop()
  }
}
