import { bytesOf } from '../characters'
import { nameIn, plan, unwritten } from '../changes'
import type { Change, WrittenFile } from '../file-format'
import { type Patch, patched, type Source } from '../source'
import { readDrawing } from './contents'
import type { Header } from './drawing'
import { allPlaces, type DrawingPlace, variables } from './places'

/** The first version of the format (2004) that holds properties. */
const withProperties = 'AC1018'

/** Writes values into a drawing; every other byte of it stays as it is. */
export function write(source: Source, changes: readonly Change[]): WrittenFile {
  const contents = readDrawing(source)
  const { header } = contents
  if (contents.problems.some(({ code }) => code === 'damaged')) return unwritten(contents.problems)
  const all = allPlaces(contents)
  const { written, problems } = plan(changes, all, (change, isThere) =>
    isThere ? undefined : reasonAgainstMaking(change.place, header),
  )
  if (problems.length) return unwritten(problems)
  const patches = changes.flatMap((change) => {
    const there = all.filter(({ place, writable }) => place === change.place && writable)
    return there.length
      ? there.flatMap((place) => replaced(place, change.value, header))
      : [added(change, header)]
  })
  return { parts: patched(source, patches), written, problems: [] }
}

function reasonAgainstMaking(place: string, { version, end }: Header): string | undefined {
  if (nameIn(place, 'field') !== undefined)
    return `no inserted block has the attribute ${place}: title-block attributes are made by whoever draws`
  if (nameIn(place, 'property') === undefined && !variables[place]) return `a drawing has no place ${place}`
  if (!end || version < withProperties)
    return `a drawing of this version (${version || 'not said'}) holds no ${place}: bind to a title-block attribute, or save it as 2004 or later`
  return undefined
}

/** The new value wherever the old one stands; parts of a long text are emptied but for the last. */
function replaced({ values }: DrawingPlace, value: string, { coding }: Header): Patch[] {
  const bytes = coding.encode(value)
  return values.map(({ from, to }, index) => ({
    ...{ from, to },
    bytes: index === 0 || index === values.length - 1 ? bytes : new Uint8Array(),
  }))
}

function added({ place, value }: Change, { coding, end, lineEnd }: Header): Patch {
  const name = nameIn(place, 'property')
  const lines =
    name === undefined
      ? ['  9', variables[place]!, '  1', value]
      : ['  9', '$CUSTOMPROPERTYTAG', '  1', name, '  9', '$CUSTOMPROPERTY', '  1', value]
  const bytes = lines.flatMap((line) => [...coding.encode(line), ...bytesOf(lineEnd)])
  return { from: end, to: end, bytes: Uint8Array.from(bytes) }
}
