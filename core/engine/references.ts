/** A document above another: `depth` 1 is a parent, 2 a parent's parent; `under` is the one by which it was found. */
export interface Ancestor {
  number: string
  depth: number
  under: string
}

/** Everything that refers to a document, up to the top, each once at its least depth; nearest first. */
export function ancestorsOf(number: string, parentsOf: (number: string) => string[]): Ancestor[] {
  const found = new Map<string, Ancestor>()
  for (let level = [number], depth = 1; level.length; depth++) {
    const next: string[] = []
    for (const under of level)
      for (const parent of parentsOf(under)) {
        if (parent === number || found.has(parent)) continue
        found.set(parent, { number: parent, depth, under })
        next.push(parent)
      }
    level = next
  }
  return [...found.values()]
}

/** Whether a reference from one document to another would make something refer to itself in the end. */
export function wouldLoop(from: string, to: string, parentsOf: (number: string) => string[]): boolean {
  return from === to || ancestorsOf(from, parentsOf).some(({ number }) => number === to)
}
