import { findNodeAtLocation, parseTree } from 'jsonc-parser'

/**
 * Where a part of a JSON text begins, lines and columns from 1; the nearest part around it where it is not
 * there itself.
 */
export function positionIn(text: string, path: (string | number)[]): { line: number; column: number } {
  const tree = parseTree(text)
  for (let length = path.length; tree && length > 0; length--) {
    const node = findNodeAtLocation(tree, path.slice(0, length))
    if (node) return lineAndColumn(text, node.offset)
  }
  return { line: 1, column: 1 }
}

function lineAndColumn(text: string, offset: number): { line: number; column: number } {
  const before = text.slice(0, offset).split('\n')
  return { line: before.length, column: before.at(-1)!.length + 1 }
}
