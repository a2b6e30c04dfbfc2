import { AsyncLocalStorage } from 'node:async_hooks'
import { type Sandbox, ScriptError, type ScriptOutcome } from '../../core/script'
import { Refusal } from '../refusal'
import type { ScriptAnswer, ScriptQuestion } from './thread'

/**
 * Thrown when a decision needs the outcome of scripts. A script is a pure function of its facts, so it need not run
 * inside the transaction. The act stops here and rolls back, the scripts run elsewhere, and the act is decided again
 * with their outcomes at hand. If the document has changed meanwhile, its facts differ and the scripts run again: so
 * a commit rests on the facts that it decided on.
 */
export class ScriptsNeeded extends Error {
  constructor(
    readonly questions: ScriptQuestion[],
    /** The person whose act needs them. */
    readonly who: string,
  ) {
    super('a script has to run first')
    this.name = 'ScriptsNeeded'
  }
}

/** The current act: its person, and the outcomes of scripts so far. */
interface Act {
  who: string
  answers: Map<string, ScriptAnswer>
}
const underWay = new AsyncLocalStorage<Act>()
const actUnderWay = (): Act => underWay.getStore() ?? { who: 'the vault', answers: new Map() }

/** Runs an act for a person, under whom its scripts queue. */
export const inNameOf = <T>(who: string, act: () => T): T => underWay.run({ ...actUnderWay(), who }, act)

/** The most rounds of one act. A document that moves on by itself may need a further script in each round. */
const mostRounds = 50

const keyOf = ({ script, facts, limits }: ScriptQuestion): string => JSON.stringify([script, facts, limits])

/** A sandbox that answers from the outcomes of the current act. Outside of an act, `otherwise` runs the script. */
export const knownSandbox =
  (otherwise: Sandbox): Sandbox =>
  (script, facts, limits) => {
    const act = underWay.getStore()
    if (!act) return otherwise(script, facts, limits)
    const question = { script, facts, limits }
    const answer = act.answers.get(keyOf(question))
    if (!answer) throw new ScriptsNeeded([question], act.who)
    return outcomeOf(answer)
  }

/** The outcome of an answer. @throws ScriptError if the script failed */
export function outcomeOf(answer: ScriptAnswer): ScriptOutcome {
  if ('outcome' in answer) return answer.outcome
  throw new ScriptError(answer.fault, answer.line)
}

/** Runs an act, and the scripts that it needs outside of its transaction. */
export async function withScripts<T>(
  run: (question: ScriptQuestion, who: string) => Promise<ScriptAnswer>,
  act: () => T | Promise<T>,
): Promise<T> {
  const own = actUnderWay()
  for (let round = 0; round < mostRounds; round++)
    try {
      return await underWay.run(own, act)
    } catch (error) {
      if (!(error instanceof ScriptsNeeded)) throw error
      const { questions, who } = error
      await Promise.all(questions.map(async (one) => own.answers.set(keyOf(one), await run(one, who))))
    }
  throw changesAllTheTime()
}

/** The same in a thread that may block. */
export function withScriptsHere<T>(run: (question: ScriptQuestion) => ScriptAnswer, act: () => T): T {
  const own = actUnderWay()
  for (let round = 0; round < mostRounds; round++)
    try {
      return underWay.run(own, act)
    } catch (error) {
      if (!(error instanceof ScriptsNeeded)) throw error
      for (const one of error.questions) own.answers.set(keyOf(one), run(one))
    }
  throw changesAllTheTime()
}

const changesAllTheTime = () =>
  new Refusal('conflict', 'what its scripts are asked changes all the time: try again, or mend the scripts')

/** Runs a step for each of many items in one act, and collects the scripts that all of them need. */
export function forEachInAct<T>(all: readonly T[], one: (item: T) => void): void {
  const questions: ScriptQuestion[] = []
  for (const item of all)
    try {
      one(item)
    } catch (error) {
      if (!(error instanceof ScriptsNeeded)) throw error
      questions.push(...error.questions)
    }
  if (questions.length) throw new ScriptsNeeded(questions, actUnderWay().who)
}
