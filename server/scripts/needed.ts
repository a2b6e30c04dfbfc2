import { AsyncLocalStorage } from 'node:async_hooks'
import { type Sandbox, ScriptError, type ScriptOutcome } from '../../core/script'
import { Refusal } from '../refusal'
import type { ScriptAnswer, ScriptQuestion } from './thread'

/**
 * Scripts have to run before the act can be decided. A script is a function of its facts and of nothing else, so it
 * need not run where an act is decided: the decision is given up here, before anything is written; the scripts run
 * elsewhere; and the act is decided anew, with what they came to. Where a document has changed meanwhile, its facts
 * have, and the scripts are asked anew.
 */
export class ScriptsNeeded extends Error {
  constructor(
    readonly questions: ScriptQuestion[],
    /** In whose name they run. */
    readonly who: string,
  ) {
    super('a script has to run first')
    this.name = 'ScriptsNeeded'
  }
}

/** The act that is under way: whose it is, and what scripts came to for it. */
interface Act {
  who: string
  answers: Map<string, ScriptAnswer>
}
const underWay = new AsyncLocalStorage<Act>()
const actUnderWay = (): Act => underWay.getStore() ?? { who: 'the vault', answers: new Map() }

/** Runs what somebody asked for in their name: their scripts have their turn. */
export const inNameOf = <T>(who: string, act: () => T): T => underWay.run({ ...actUnderWay(), who }, act)

/** So often an act is decided anew: a document moves on by itself, and its scripts ask for others. */
const mostRounds = 50

const keyOf = ({ script, facts, limits }: ScriptQuestion): string => JSON.stringify([script, facts, limits])

/** A sandbox that knows what scripts came to for the act under way; `otherwise` runs what belongs to none. */
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

/** What a script came to. @throws ScriptError where it broke off */
export function outcomeOf(answer: ScriptAnswer): ScriptOutcome {
  if ('outcome' in answer) return answer.outcome
  throw new ScriptError(answer.fault, answer.line)
}

/** Runs an act, and what scripts it needs before it, outside of its transaction. */
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

/** The same where a thread may wait for its scripts. */
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

/** Does something with each of many in one act; scripts that several of them need are asked for together. */
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
