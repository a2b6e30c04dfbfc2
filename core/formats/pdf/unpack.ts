import { Inflate } from 'fflate'
import { joined } from '../source'
import { type PdfDictionary, PdfFault } from './objects'

const most = { unpacked: 64 << 20, step: 4096 }

/** Unpacks a little at a time, so that what claims to be small and is not never fills the memory. */
export function inflated(packed: Uint8Array): Uint8Array {
  const parts: Uint8Array[] = []
  let size = 0
  // Two bytes of a header come before what is packed.
  const inflate = new Inflate((part) => {
    parts.push(part)
    size += part.length
  })
  try {
    for (let at = 2; at < packed.length && size <= most.unpacked; at += most.step)
      inflate.push(packed.subarray(at, at + most.step), false)
  } catch (cause) {
    if (!parts.length) throw new PdfFault('a stream is damaged', { cause })
  }
  if (size > most.unpacked) throw new PdfFault(`a stream unpacks to more than ${most.unpacked >> 20} MB`)
  return joined(parts)
}

/** Undoes the predictors of PNG, with which tables of objects are packed. */
export function predicted(bytes: Uint8Array, parameters: PdfDictionary | undefined): Uint8Array | undefined {
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
