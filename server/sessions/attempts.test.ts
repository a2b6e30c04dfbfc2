import { describe, expect, it } from 'vitest'
import { normalMail, placeOf } from './attempts'

describe('a place', () => {
  it.each<[string | undefined, string]>([
    ['127.0.0.1', '127.0.0.1'],
    ['::ffff:192.0.2.7', '192.0.2.7'],
    ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2'],
    ['2001:0DB8:0001:0002::1', '2001:db8:1:2'],
    ['2001:db8::1', '2001:db8:0:0'],
    ['::1', '0:0:0:0'],
    ['fe80::1%eth0', 'fe80:0:0:0'],
    [undefined, 'nowhere'],
  ])('%s is counted as %s', (address, place) => expect(placeOf(address)).toBe(place))
})

describe('a mail address', () => {
  it.each([
    [' Mara@Brackwater.Example ', 'mara@brackwater.example'],
    ['ｍara@brackwater.example', 'mara@brackwater.example'],
  ])('%j is compared as %s', (typed, mail) => expect(normalMail(typed)).toBe(mail))
})
