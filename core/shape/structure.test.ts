import { describe, expect, it } from 'vitest'
import { kind, list, map, matching, number, object, one, optional, text, yesno } from './shape'
import { placeInWords, structureFaults } from './structure'

const shape = object({
  name: text(3),
  size: optional(number),
  on: optional(yesno),
  colour: optional(one(['red', 'blue'])),
  parts: list(object({ id: text(10) }), 1),
  grants: optional(map(list(one(['see', 'edit']), 5))),
  counter: optional(kind({ letters: { from: optional(text(1)) }, list: { values: list(text(5), 5) } })),
  step: optional({ ...matching(/^(keep|major)$/, 'the step is keep or major'), fixed: true }),
})
const faults = (value: unknown) =>
  structureFaults(shape, value).map(({ path, message }) => `${placeInWords(path)} ${message}`.trim())

describe('what is not built as it should be', () => {
  it.each<[unknown, string[]]>([
    [{ name: 'a', parts: [] }, []],
    // Lengths and limits are no matter of structure, and neither is what is not known here.
    [{ name: 'far too long', parts: [{ id: 'a' }, { id: 'b' }], more: 1 }, []],
    [null, ['is no object']],
    [[], ['is no object']],
    [{}, ['lacks "name"', 'lacks "parts"']],
    [{ name: 1, parts: {} }, ['name is no text', 'parts is no list']],
    [
      { name: 'a', parts: [{}, 'x', null] },
      ['parts[0] lacks "id"', 'parts[1] is no object', 'parts[2] is no object'],
    ],
    [{ name: 'a', parts: [], size: 'big', on: 1 }, ['size is no number', 'on is neither true nor false']],
    [{ name: 'a', parts: [], size: null }, ['size is no number']],
    [{ name: 'a', parts: [], colour: 'green' }, ['colour is none of red, blue']],
    [{ name: 'a', parts: [], grants: { anyone: ['see', 'fly'] } }, ['grants.anyone[1] is none of see, edit']],
    [{ name: 'a', parts: [], counter: {} }, ['counter lacks "kind": letters, list']],
    [
      { name: 'a', parts: [], counter: { kind: 'roman' } },
      ['counter has the kind “roman”, which is none of letters, list'],
    ],
    [{ name: 'a', parts: [], counter: { kind: 'list' } }, ['counter lacks "values"']],
    [{ name: 'a', parts: [], step: 'jump' }, ['step is “jump”: the step is keep or major']],
  ])('%j', (value, expected) => expect(faults(value)).toEqual(expected))
})
