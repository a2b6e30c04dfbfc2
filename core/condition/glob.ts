import { remembered } from '../support'

/** A piece of a glob between two `*`: its characters, and whether it has a `?` among them. */
interface Piece {
  text: string
  characters: string[]
  open: boolean
}

const pieces = remembered(500, (glob) =>
  glob.split('*').map((text): Piece => ({ text, characters: [...text], open: text.includes('?') })),
)

/**
 * Whether a glob takes a text: `*` any text, `?` one character (a Unicode code point), all else as it stands; the
 * whole text must match. Each piece between two `*` is sought once, from where the one before ended, since the
 * earliest place leaves the most for the rest: time grows with text times longest piece, never beyond.
 */
export function globTakes(glob: string, text: string): boolean {
  const [first, ...others] = pieces(glob)
  let at = endAt(first!, text, 0)
  if (at < 0 || others.length === 0) return at === text.length
  const last = others.pop()!
  for (const piece of others) {
    at = endOfFirst(piece, text, at)
    if (at < 0) return false
  }
  const start = startOfLast(last, text)
  return start >= at && endAt(last, text, start) === text.length
}

/** Where a piece ends that begins at a place; -1 where it does not stand there. */
function endAt({ text: wanted, characters, open }: Piece, text: string, from: number): number {
  if (!open) return text.startsWith(wanted, from) ? from + wanted.length : -1
  let at = from
  for (const character of characters) {
    const found = text.codePointAt(at)
    if (found === undefined) return -1
    if (character !== '?' && character.codePointAt(0) !== found) return -1
    at += found > 0xffff ? 2 : 1
  }
  return at
}

/** Where a piece ends that stands somewhere after a place, the first time; -1 where it does not. */
function endOfFirst(piece: Piece, text: string, from: number): number {
  if (!piece.open) {
    const found = text.indexOf(piece.text, from)
    return found < 0 ? -1 : found + piece.text.length
  }
  for (let at = from; at <= text.length; at += (text.codePointAt(at) ?? 0) > 0xffff ? 2 : 1) {
    const end = endAt(piece, text, at)
    if (end >= 0) return end
  }
  return -1
}

/** Where the last piece must begin for the text to end with it; -1 where the text is too short. */
function startOfLast({ characters }: Piece, text: string): number {
  let at = text.length
  for (let left = characters.length; left > 0; left--) {
    if (at === 0) return -1
    at -= at > 1 && (text.codePointAt(at - 2) ?? 0) > 0xffff ? 2 : 1
  }
  return at
}
