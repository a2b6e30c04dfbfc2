import type { Position, RefusalReason, RevisionScheme } from './types'
import { labelAt } from './format'
import { longestLabel } from './positions'
import type { PreparedCounter } from './counter'
import { type PreparedSeries, prepareScheme } from './prepare'

const separators = ['', '-', '.', '_', ' ']

/** Cyrillic and Greek capitals that print like Latin ones, and the dashes that stand for a hyphen. */
const lookAlikes: Record<string, string> = {
  А: 'A',
  В: 'B',
  С: 'C',
  Е: 'E',
  Н: 'H',
  К: 'K',
  М: 'M',
  О: 'O',
  Р: 'P',
  Т: 'T',
  Х: 'X',
  У: 'Y',
  Ј: 'J',
  Ѕ: 'S',
  І: 'I',
  а: 'a',
  с: 'c',
  е: 'e',
  о: 'o',
  р: 'p',
  х: 'x',
  у: 'y',
  ј: 'j',
  ѕ: 's',
  і: 'i',
  Α: 'A',
  Β: 'B',
  Ε: 'E',
  Ζ: 'Z',
  Η: 'H',
  Ι: 'I',
  Κ: 'K',
  Μ: 'M',
  Ν: 'N',
  Ο: 'O',
  Ρ: 'P',
  Τ: 'T',
  Υ: 'Y',
  Χ: 'X',
  ο: 'o',
  '‐': '-',
  '‑': '-',
  '‒': '-',
  '–': '-',
  '—': '-',
  '−': '-',
  '·': '.',
  '․': '.',
  '‗': '_',
}

/** Plain characters for full-width and look-alike ones (Unicode NFKC, then the table), blanks at the ends removed. */
export function plain(text: string): string {
  return text
    .normalize('NFKC')
    .replace(/[^\x20-\x7e]/g, (char) => lookAlikes[char] ?? char)
    .replace(/\s+/g, ' ')
    .trim()
}

/**
 * The texts that a label may stand for once a word like “rev.” before it is taken off.
 * “rev” and “revision” are words, never letters of a label; a single “r” may be either.
 */
export function unworded(text: string): string[] {
  if (/^rev(?:ision|\.)?$/i.test(text)) return ['']
  const word = /^rev(?:ision|\.)?[\s.:_-]*(?=\S)/i.exec(text)
  if (word) return [text.slice(word[0].length)]
  const letter = /^r[\s.:_-]*(?=\S)/i.exec(text)
  return letter ? [text, text.slice(letter[0].length)] : [text]
}

/** Every label that this text could be a careless spelling of: distinct, in the order of the series. */
export function tolerated(scheme: RevisionScheme, text: string): { label: string; position: Position }[] {
  const found = new Map<string, Position>()
  for (const candidate of unworded(plain(text))) {
    prepareScheme(scheme).series.forEach((series, index) => {
      for (const { major, minor } of splits(series, candidate, (counter, part) => counter.tolerant(part))) {
        const position = { series: index, major, minor }
        const label = labelAt(scheme, position)
        if (label !== undefined && !found.has(label)) found.set(label, position)
      }
    })
  }
  return [...found].map(([label, position]) => ({ label, position }))
}

/** Why a text of a series' shape is not one of its labels, with the labels that would be. */
export function misfits(
  scheme: RevisionScheme,
  text: string,
): { reason: RefusalReason; nearest: string[] } | undefined {
  const nearest = new Set<string>()
  let reason: RefusalReason | undefined
  for (const candidate of unworded(plain(text))) {
    prepareScheme(scheme).series.forEach((series, index) => {
      const faults = new Set<'skipped-letter' | 'out-of-range'>()
      const legalOrBeside = (counter: PreparedCounter, part: string): string[] => {
        const ordinal = counter.tolerant(part)
        if (ordinal >= 0) return [counter.text(ordinal)!]
        const misfit = counter.misfit(part)
        if (misfit) faults.add(misfit.reason)
        return misfit?.nearest ?? []
      }
      for (const { major, minor } of shapes(series, candidate)) {
        const majors = legalOrBeside(series.major, major)
        const minors = minor === null ? [null] : legalOrBeside(series.minor!, minor)
        for (const majorText of majors)
          for (const minorText of minors) {
            const label = labelAt(scheme, {
              series: index,
              major: series.major.ordinal(majorText),
              minor: minorText === null ? null : series.minor!.ordinal(minorText),
            })
            if (label === undefined) continue
            nearest.add(label)
            if (faults.has('skipped-letter')) reason = 'skipped-letter'
            else reason ??= 'out-of-range'
          }
      }
    })
  }
  return reason && { reason, nearest: [...nearest].slice(0, 3) }
}

/** The ways to cut a text into a major and a minor of a series, any usual separator between them. */
function* shapes(series: PreparedSeries, text: string): Generator<{ major: string; minor: string | null }> {
  if (
    text.length > longestLabel ||
    text.slice(0, series.prefix.length).toUpperCase() !== series.prefix.toUpperCase()
  )
    return
  const rest = text.slice(series.prefix.length)
  if (rest === '') return
  if (!series.minor || series.place !== 'always') yield { major: rest, minor: null }
  if (!series.minor) return
  const between = new Set([series.separator, ...separators])
  for (let cut = 1; cut < rest.length; cut++)
    for (const separator of between)
      if (rest.startsWith(separator, cut) && cut + separator.length < rest.length)
        yield { major: rest.slice(0, cut), minor: rest.slice(cut + separator.length) }
}

function* splits(
  series: PreparedSeries,
  text: string,
  read: (counter: PreparedCounter, part: string) => number,
) {
  for (const { major, minor } of shapes(series, text)) {
    const majorOrdinal = read(series.major, major)
    if (majorOrdinal < 0) continue
    if (minor === null) {
      yield { major: majorOrdinal, minor: null }
      continue
    }
    // Letters that look like digits are forgiven beside a digit: C-O2 is C-02, but AI is not A-01.
    if (series.minor!.kind === 'digits' && !/\d/.test(minor)) continue
    const minorOrdinal = read(series.minor!, minor)
    if (minorOrdinal >= 0) yield { major: majorOrdinal, minor: minorOrdinal }
  }
}
