/** The bytes of a file, read where they are needed, so that memory does not grow with it. */
export interface Source {
  size: number
  /** The bytes from an offset to another, fewer at the end; valid until the next call. */
  read: (from: number, to: number) => Uint8Array
}

/** Bytes that are in memory already. */
export const sourceOf = (bytes: Uint8Array): Source => ({
  size: bytes.length,
  read: (from, to) => bytes.subarray(from, to),
})

/** How much of a file is read at a time, in bytes. */
export const portion = 1 << 18

/** All of a source as one array. */
export function wholeOf(source: Source): Uint8Array {
  const whole = new Uint8Array(source.size)
  for (let at = 0; at < source.size; at += portion)
    whole.set(source.read(at, Math.min(at + portion, source.size)), at)
  return whole
}

/** Bytes of a file that are replaced by others. */
export interface Patch {
  from: number
  to: number
  bytes: Uint8Array
}

/** A source with some of its bytes replaced; everything between the patches stays as it is. */
export function* patched(source: Source, patches: readonly Patch[]): Generator<Uint8Array> {
  let at = 0
  for (const { from, to, bytes } of [...patches].sort((a, b) => a.from - b.from)) {
    yield* between(source, at, from)
    yield bytes
    at = to
  }
  yield* between(source, at, source.size)
}

function* between(source: Source, from: number, to: number): Generator<Uint8Array> {
  for (let at = from; at < to; at += portion) yield source.read(at, Math.min(at + portion, to)).slice()
}

/** Parts put together. */
export function joined(parts: Iterable<Uint8Array>): Uint8Array {
  const all = [...parts]
  const whole = new Uint8Array(all.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of all) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}
