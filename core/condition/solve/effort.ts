import { Undecided } from './undecided'

/**
 * What one question may cost, in the smallest steps of the search: about half a second. Counted and not timed, so that
 * the same question gets the same answer on every machine and in the browser.
 */
const ofQuestion = 4_000_000
/** What all questions of one check may cost together. */
const ofCheck = 16_000_000
/** What a question may cost after that: enough for the usual ones. */
const afterThat = 40_000

/** Outside a question nothing is counted. A whole number, since others are made anew each time they change. */
const endless = 2_000_000_000
let left = endless
let leftForAll: number | undefined

/** Counts steps of the search. @throws Undecided once the question has cost what it may. */
export function spend(steps: number): void {
  left -= steps
  if (left < 0) throw new Undecided('it takes more steps than are given to one question')
}

/** Answers one question within its bounds. */
export function forOneQuestion<T>(answer: () => T): T {
  const given = leftForAll === undefined ? ofQuestion : Math.max(afterThat, Math.min(ofQuestion, leftForAll))
  left = given
  try {
    return answer()
  } finally {
    if (leftForAll !== undefined) leftForAll -= given - Math.max(0, left)
    left = endless
  }
}

/** Answers many questions within bounds for all of them: what is too much in sum stays undecided. */
export function forOneCheck<T>(answer: () => T): T {
  leftForAll = ofCheck
  try {
    return answer()
  } finally {
    leftForAll = undefined
  }
}

/** What is left for all questions of the check that is under way; endless outside one. */
export const effortLeft = (): number => leftForAll ?? Infinity
