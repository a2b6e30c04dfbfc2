import { describe, expect, it } from 'vitest'
import { pictureSize } from './picture'

const bytes = (hex: string) => new Uint8Array(Buffer.from(hex.replace(/\s/g, ''), 'hex'))

describe('the size of a picture', () => {
  it.each([
    ['PNG', '89504e470d0a1a0a 0000000d 49484452 00006590 00006590 0802000000', 26_000, 26_000],
    ['JPEG', 'ffd8 ffe0 0004 0000 ffc0 000b 08 0258 0320 01 01', 800, 600],
    ['JPEG, progressive', 'ffd8 ffff c2 000b 08 0001 0002 01 01 00', 2, 1],
    ['GIF', '474946383961 1000 2000', 16, 32],
    ['WebP', '52494646 00000000 57454250 56503858 0a000000 00000000 0f0000 1f0000', 16, 32],
  ])('is read of %s', (_, hex, width, height) => expect(pictureSize(bytes(hex))).toEqual({ width, height }))
  it.each([
    ['nothing', ''],
    ['a PNG that is cut off', '89504e470d0a1a0a 00000'],
    ['a JPEG without a frame', 'ffd8 ffe0 0004 0000 0000 0000 0000 0000'],
    ['a PNG of no size', '89504e470d0a1a0a 0000000d 49484452 00000000 00006590 0802000000'],
  ])('is not known of %s', (_, hex) =>
    expect(pictureSize(bytes(hex.padEnd(hex.length & ~1)))).toBeUndefined(),
  )
})
