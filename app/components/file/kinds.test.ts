import { expect, it } from 'vitest'
import { viewOf } from './kinds'

it.each([
  ['BR-1_C.DXF', 'drawn'],
  ['a.b.pdf', 'pages'],
  ['a.step', 'body'],
  ['a.docx', undefined],
  ['a', undefined],
])('%s is shown as %s', (name, view) => expect(viewOf(name)).toBe(view))
