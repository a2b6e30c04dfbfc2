import { bytesOf } from '../characters'
import { plan, unwritten } from '../changes'
import type { Change, FileFormat, FilePlace } from '../file-format'
import { type Patch, patched } from '../source'
import { readStep, type StepContents, type StepValue } from './contents'
import { encodeString } from './strings'

interface StepPlace extends FilePlace {
  at: StepValue
}

function placesOf({ header, root }: StepContents): StepPlace[] {
  const all: [string, StepValue | undefined, boolean][] = [
    ['core:title', header.name, true],
    ['core:author', header.author, true],
    ['core:description', header.description, true],
    ['core:created', header.time, false],
    ['product:id', root?.id, true],
    ['product:name', root?.name, true],
    ['product:version', root?.version, true],
  ]
  return all.flatMap(([place, at, writable]) =>
    // Of a version, one blank means none.
    at && at.to > at.from ? [{ place, value: at.text.trim() ? at.text : '', writable, at }] : [],
  )
}

function patchOf({ at }: StepPlace, value: string): Patch {
  const text = encodeString(value)
  return { from: at.from, to: at.to, bytes: bytesOf(at.isList ? `(${text})` : text) }
}

const missing = (place: string, { root }: StepContents): string =>
  place.startsWith('product:') && !root
    ? `the file has no product whose ${place.slice(8)} could be written`
    : `an exchange file has no place ${place}: bind to core:title, core:author, core:description or the product`

/** Exchange of product data (ISO 10303-21): AP203, AP214, AP242. */
export const step: FileFormat = {
  words: 'a STEP model',
  endings: ['step', 'stp', 'p21'],
  isIt: ({ text }) => /^(?:\xef\xbb\xbf)?(?:\s|\/\*(?:[^*]|\*(?!\/))*\*\/)*ISO-10303-21\s*;/.test(text),
  read: (source) => {
    const contents = readStep(source)
    return {
      places: placesOf(contents).map(({ place, value, writable }) => ({ place, value, writable })),
      history: [],
      references: contents.references.map((target) => ({ target })),
      problems: contents.problems,
    }
  },
  write: (source, changes: readonly Change[]) => {
    const contents = readStep(source)
    const all = placesOf(contents)
    const { written, problems } = plan(changes, all, ({ place }, isThere) =>
      isThere ? undefined : missing(place, contents),
    )
    if (problems.length) return unwritten(problems)
    const patches = changes.map(({ place, value }) =>
      patchOf(
        all.find((one) => one.place === place)!,
        value,
      ),
    )
    return { parts: patched(source, patches), written, problems: [] }
  },
}
