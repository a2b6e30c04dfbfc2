import { Inflate } from 'fflate'
import { joined } from './source'

/** The most that one piece unpacks to, and how much of it is unpacked at a time, in bytes. */
export const mostUnpacked = 64 << 20
const step = 4096

/** What was unpacked, and what ended it. */
export interface Inflated {
  bytes: Uint8Array
  end: 'whole' | 'damaged' | 'too much'
  cause?: unknown
}

/**
 * Unpacks (RFC 1951) a little at a time, so that what claims to be small and is not never fills the memory. What is
 * damaged gives what came before; `isWhole` says that something which ends too early is damaged, too.
 */
export function inflated(packed: Uint8Array, isWhole: boolean): Inflated {
  const parts: Uint8Array[] = []
  let size = 0
  const inflate = new Inflate((part) => {
    parts.push(part)
    size += part.length
  })
  try {
    for (let at = 0; at < packed.length && size <= mostUnpacked; at += step)
      inflate.push(packed.subarray(at, at + step), isWhole && at + step >= packed.length)
  } catch (cause) {
    return { bytes: joined(parts), end: 'damaged', cause }
  }
  return { bytes: joined(parts), end: size > mostUnpacked ? 'too much' : 'whole' }
}
