import { latin1 } from '../characters'
import { inflated, mostUnpacked } from '../inflate'
import { joined } from '../source'
import { fromLzw } from './lzw'
import { listed, type PdfDictionary, PdfFault, type PdfObject, tooMuch } from './objects'

/** How streams are packed (7.4), and how each is unpacked. */
const filters: Record<
  string,
  (bytes: Uint8Array, parameters: PdfDictionary | undefined) => Uint8Array | undefined
> = {
  FlateDecode: (bytes, parameters) => predicted(fromFlate(bytes), parameters),
  LZWDecode: (bytes, parameters) =>
    predicted(fromLzw(bytes, parameters?.entries.get('EarlyChange') !== 0), parameters),
  RunLengthDecode: fromRuns,
  ASCII85Decode: fromBase85,
  ASCIIHexDecode: fromHexadecimal,
}

/** What a stream holds, unpacked; undefined where it is packed in a way that is not read. @throws PdfFault */
export function unpacked(
  bytes: Uint8Array,
  { entries }: PdfDictionary,
  file: { resolve: (object: PdfObject | undefined) => PdfObject },
): Uint8Array | undefined {
  const names = listed(file.resolve(entries.get('Filter'))).map((one) => file.resolve(one))
  const parameters = listed(file.resolve(entries.get('DecodeParms'))).map((one) => file.resolve(one))
  return names.reduce<Uint8Array | undefined>((packed, filter, index) => {
    const name = filter && typeof filter === 'object' && 'name' in filter ? filter.name : ''
    const own = parameters[index]
    const isDictionary = own && typeof own === 'object' && 'entries' in own && !Array.isArray(own)
    const unpack = Object.hasOwn(filters, name) ? filters[name] : undefined
    return packed && unpack?.(packed, isDictionary ? own : undefined)
  }, bytes)
}

/** Five digits of base 85 for four bytes; `z` for four zeros, `~>` at the end (7.4.3). */
function fromBase85(packed: Uint8Array): Uint8Array {
  const zeros = packed.reduce((sum, byte) => (byte === 122 ? sum + 1 : sum), 0)
  const out = new Uint8Array(Math.ceil((packed.length - zeros) * 0.8) + zeros * 4 + 4)
  let at = 0
  let digits: number[] = []
  const take = (count: number) => {
    const value = [...digits, 84, 84, 84, 84].slice(0, 5).reduce((sum, digit) => sum * 85 + digit, 0)
    for (let byte = 0; byte < count; byte++) out[at++] = Math.floor(value / 256 ** (3 - byte)) & 255
    digits = []
  }
  for (const byte of packed) {
    if (byte === 126) break
    if (byte === 122 && !digits.length) at += 4
    else if (byte >= 33 && byte <= 117 && digits.push(byte - 33) === 5) take(4)
  }
  if (digits.length > 1) take(digits.length - 1)
  return out.subarray(0, at)
}

function fromHexadecimal(packed: Uint8Array): Uint8Array {
  const [digits = ''] = latin1(packed).split('>')
  const pairs = `${digits.replace(/[^\dA-Fa-f]/g, '')}0`.match(/../g) ?? []
  return Uint8Array.from(pairs, (pair) => Number.parseInt(pair, 16))
}

/** A count, then so many bytes and one, or one byte that stands for many; 128 at the end (7.4.5). */
function fromRuns(packed: Uint8Array): Uint8Array {
  const runs: Uint8Array[] = []
  let size = 0
  for (let at = 0; at < packed.length && packed[at] !== 128;) {
    const count = packed[at]!
    const isCopied = count < 128
    size += isCopied ? count + 1 : 257 - count
    if (size > mostUnpacked) throw tooMuch()
    runs.push(
      isCopied
        ? packed.subarray(at + 1, at + 2 + count)
        : new Uint8Array(257 - count).fill(packed[at + 1] ?? 0),
    )
    at += isCopied ? count + 2 : 2
  }
  return joined(runs)
}

/** Two bytes of a header come before what is packed; what is cut off gives what there is. */
function fromFlate(packed: Uint8Array): Uint8Array {
  const { bytes, end, cause } = inflated(packed.subarray(2), false)
  if (end === 'damaged' && !bytes.length) throw new PdfFault('a stream is damaged', { cause })
  if (end === 'too much') throw tooMuch()
  return bytes
}

/** Undoes the predictors of PNG, with which tables of objects are packed. */
function predicted(bytes: Uint8Array, parameters: PdfDictionary | undefined): Uint8Array | undefined {
  const number = (name: string, otherwise: number) => Number(parameters?.entries.get(name) ?? otherwise)
  if (number('Predictor', 1) < 2) return bytes
  if (number('Predictor', 1) < 10 || number('Colors', 1) !== 1 || number('BitsPerComponent', 8) !== 8)
    return undefined
  const width = number('Columns', 1)
  if (!(width > 0 && width < 1 << 16)) return undefined
  const rows = Math.floor(bytes.length / (width + 1))
  const out = new Uint8Array(rows * width)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < width; column++) {
      const at = row * width + column
      const left = column ? out[at - 1]! : 0
      const up = row ? out[at - width]! : 0
      const corner = row && column ? out[at - width - 1]! : 0
      out[at] = bytes[row * (width + 1) + 1 + column]! + filtered(bytes[row * (width + 1)]!, left, up, corner)
    }
  return out
}

function filtered(kind: number, left: number, up: number, corner: number): number {
  if (kind === 1) return left
  if (kind === 2) return up
  if (kind === 3) return (left + up) >> 1
  if (kind !== 4) return 0
  const guess = left + up - corner
  const [toLeft, toUp, toCorner] = [left, up, corner].map((value) => Math.abs(guess - value)) as [
    number,
    number,
    number,
  ]
  if (toLeft <= toUp && toLeft <= toCorner) return left
  return toUp <= toCorner ? up : corner
}
