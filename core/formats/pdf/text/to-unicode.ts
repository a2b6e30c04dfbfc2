import { latin1 } from '../../characters'

/** How many codes of a font are kept, and how much of its map is read, in bytes. */
const most = 70_000
const largest = 4 << 20

/** What the codes of a font stand for, as its `ToUnicode` map says (9.10.3), and how many bytes a code has. */
export interface ToUnicode {
  texts: Map<number, string>
  width: number
}

/** Reads a map of codes to text; entries that are damaged are left out. */
export function readToUnicode(bytes: Uint8Array): ToUnicode {
  const source = latin1(bytes.subarray(0, largest))
  const texts = new Map<number, string>()
  const space = /begincodespacerange\s*<([\dA-Fa-f]+)>/.exec(source)
  // A part without an end is looked for once, however many begin.
  for (const part of source.slice(0, source.lastIndexOf('endbf')).split('beginbf').slice(1)) {
    const body = part.slice(0, Math.max(part.indexOf('endbf'), 0) || undefined)
    if (body.startsWith('char')) characters(body, texts)
    else ranges(body, texts)
  }
  return { texts, width: space ? Math.ceil(space[1]!.length / 2) : 1 }
}

function characters(body: string, texts: Map<number, string>): void {
  for (const [, code, text] of body.matchAll(/<([\dA-Fa-f]+)>\s*<([\dA-Fa-f\s]*)>/g))
    if (texts.size < most) texts.set(Number.parseInt(code!, 16), textOf(text!))
}

function ranges(body: string, texts: Map<number, string>): void {
  const rows = body.matchAll(/<([\dA-Fa-f]+)>\s*<([\dA-Fa-f]+)>\s*(?:<([\dA-Fa-f]+)>|\[([^\][]*)\])/g)
  for (const [, from, to, first, list] of rows) {
    const [low, high] = [Number.parseInt(from!, 16), Number.parseInt(to!, 16)]
    const listed = list?.match(/[\dA-Fa-f]+/g)
    for (let code = low; code <= high && texts.size < most; code++) {
      const text = listed ? textOf(listed[code - low] ?? '') : shifted(first!, code - low)
      texts.set(code, text)
    }
  }
}

/** UTF-16 in hexadecimal digits. */
const textOf = (hex: string): string =>
  (hex.replace(/\s/g, '').match(/.{4}|.{1,3}$/g) ?? [])
    .map((unit) => String.fromCharCode(Number.parseInt(unit, 16)))
    .join('')

/** The text so many codes behind: its last unit counts on. */
function shifted(hex: string, by: number): string {
  const text = textOf(hex)
  return `${text.slice(0, -1)}${String.fromCharCode(text.charCodeAt(text.length - 1) + by)}`
}
