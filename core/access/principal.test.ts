import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { faultOf } from '../shape'
import { anyone, idOf, principal, principalShape, readPrincipal } from './principal'

const kinds = ['role', 'group', 'person'] as const
const anId = fc.stringMatching(/^[a-z0-9-]{1,20}$/)

describe('a principal', () => {
  it('is taken apart as it was put together, and fits its shape', () =>
    fc.assert(
      fc.property(fc.constantFrom(...kinds), anId, (kind, id) => {
        const text = principal(kind, id)
        expect(readPrincipal(text)).toEqual({ kind, id })
        expect(faultOf(principalShape, text)).toBeUndefined()
      }),
    ))
  it('of one kind has no id as another', () =>
    fc.assert(
      fc.property(fc.constantFrom(...kinds), fc.constantFrom(...kinds), anId, (kind, other, id) => {
        expect(idOf(other, principal(kind, id))).toBe(kind === other ? id : undefined)
      }),
    ))
  it('is anyone, who has no id', () => {
    expect(readPrincipal(anyone)).toEqual({ kind: 'anyone', id: '' })
    expect(idOf('anyone', anyone)).toBe('')
  })
  it('keeps what stands behind the first colon', () =>
    expect(readPrincipal('person:a:b')).toEqual({ kind: 'person', id: 'a:b' }))
  it.each(['', 'role', 'role:', ':checker', 'Role:checker', 'owner:1', 'anyone:', ' anyone', '__proto__:x'])(
    '“%s” is none',
    (text) => {
      expect(readPrincipal(text)).toBeUndefined()
      expect(faultOf(principalShape, text)).toBeDefined()
    },
  )
})
