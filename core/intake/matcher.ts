/**
 * A step of a matcher: takes a character, tries one way before another, goes on elsewhere, or notes where a value
 * begins and ends. Behind the last step the text has to end.
 */
export type MatcherStep =
  | { kind: 'character'; is: (character: string) => boolean }
  | { kind: 'either'; first: number; other: number }
  | { kind: 'go'; to: number }
  | { kind: 'begin' | 'end'; value: number }

/** What is to be done next: a step at a place in the text, or setting a value's place back to what it was. */
type Task = { step: number; at: number } | { place: number; was: number }

/**
 * Runs a matcher over a text: the values of the first way that takes all of it, as a backtracking regular
 * expression finds it. A step is never tried twice at one place, since it would fail again: so the time grows with
 * steps times characters, and no pattern can be made to be slow (Cox, “Regular Expression Matching Can Be Simple And
 * Fast”, 2007).
 * @returns a value for each number that the steps name, `undefined` where it was left out; or undefined.
 */
export function runMatcher(steps: MatcherStep[], text: string): (string | undefined)[] | undefined {
  const characters = [...text]
  const width = characters.length + 1
  const tried = new Uint8Array((steps.length + 1) * width)
  const places: number[] = []
  const open: Task[] = [{ step: 0, at: 0 }]
  for (let task = open.pop(); task; task = open.pop()) {
    if ('place' in task) {
      places[task.place] = task.was
      continue
    }
    const { at } = task
    const mark = task.step * width + at
    if (tried[mark]) continue
    tried[mark] = 1
    if (task.step === steps.length) {
      if (at < characters.length) continue
      return valuesAt(places, characters)
    }
    const step = steps[task.step]!
    if (step.kind === 'character') {
      if (at < characters.length && step.is(characters[at]!)) open.push({ step: task.step + 1, at: at + 1 })
    } else if (step.kind === 'go') open.push({ step: step.to, at })
    else if (step.kind === 'either') open.push({ step: step.other, at }, { step: step.first, at })
    else {
      const place = step.value * 2 + (step.kind === 'end' ? 1 : 0)
      open.push({ place, was: places[place] ?? -1 }, { step: task.step + 1, at })
      places[place] = at
    }
  }
  return undefined
}

function valuesAt(places: number[], characters: string[]): (string | undefined)[] {
  const values: (string | undefined)[] = []
  for (let value = 0; value * 2 < places.length; value++) {
    const [from, to] = [places[value * 2] ?? -1, places[value * 2 + 1] ?? -1]
    values.push(from < 0 || to < from ? undefined : characters.slice(from, to).join(''))
  }
  return values
}
