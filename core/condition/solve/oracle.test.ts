import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { init } from 'z3-solver'
import { evaluate } from '../evaluate'
import { parseCondition } from '../parse'
import { type Question, solve } from './solve'
import type { Condition } from '../types'
import { attributes, conditionText, plainConditionText } from './conditions.fixture'
import { smtLib } from './smt.fixture'

const read = (text: string) => parseCondition(text, attributes)
const samples = <T>(arbitrary: fc.Arbitrary<T>, count: number, seed: number): T[] =>
  fc.sample(arbitrary, { numRuns: count, seed })

/** How many questions Z3 has to answer: 500 each time, 5,000 every night (`npm run test:oracle`). */
const wantedAnswers = Number(process.env.ILMENITE_QUESTIONS ?? 500)

/** What has to be met for the answer to be the one that has a witness. */
const wanted = (ask: Question, conditions: Condition[]): [Condition, boolean][] =>
  ask === 'implies'
    ? [
        [conditions[0]!, true],
        [conditions[1]!, false],
      ]
    : conditions.map((condition) => [condition, ask !== 'covers'])

const kinds = fc.constantFrom<Question>('satisfiable', 'overlap', 'implies', 'covers')
/** Texts cost Z3 ten times as much as everything else, so that they are in every sixth question only. */
const questions = [
  ...samples(fc.tuple(kinds, plainConditionText, plainConditionText), wantedAnswers * 0.9, 20260302),
  ...samples(fc.tuple(kinds, conditionText, conditionText), wantedAnswers * 0.16, 20260301),
]
/** What Z3 may spend on one question, in its own unit, before it says that it does not know. */
const patience = 200_000

/** Z3's answers to SMT-LIB texts: whether they can be met, or undefined where it gave up. */
async function z3(): Promise<(text: string) => boolean | undefined> {
  const { em, Z3 } = await init()
  // Asked in this thread: the package's own way hands each question over to another one.
  const checkHere = (em as { _Z3_solver_check: (context: unknown, solver: unknown) => number })
    ._Z3_solver_check
  let asked = 0
  let context = Z3.mk_context(Z3.mk_config())
  return (text) => {
    if (++asked % 100 === 0) {
      Z3.del_context(context)
      context = Z3.mk_context(Z3.mk_config())
    }
    const solver = Z3.mk_simple_solver(context)
    Z3.solver_inc_ref(context, solver)
    const parameters = Z3.mk_params(context)
    Z3.params_inc_ref(context, parameters)
    Z3.params_set_uint(context, parameters, Z3.mk_string_symbol(context, 'rlimit'), patience)
    Z3.solver_set_params(context, solver, parameters)
    Z3.solver_from_string(context, solver, text)
    const verdict = checkHere(context, solver)
    Z3.solver_dec_ref(context, solver)
    return verdict === 0 ? undefined : verdict === 1
  }
}

describe('the solver', () => {
  it(`agrees with Z3 on ${wantedAnswers} questions of every kind, and each of its witnesses satisfies the evaluator`, async () => {
    const canBeMet = await z3()
    const counts = { met: 0, unmet: 0, unknown: 0 }
    for (const [ask, one, two] of questions) {
      const conditions = ask === 'satisfiable' ? [read(one)] : [read(one), read(two)]
      const text = `${ask} ${one} ; ${two}`
      const { answer, witness } = solve(ask, conditions, attributes)
      const met = answer === (ask === 'satisfiable' || ask === 'overlap' ? 'yes' : 'no')
      expect(answer, text).not.toBe('undecided')
      if (
        met &&
        !wanted(ask, conditions).every(([condition, holds]) => evaluate(condition, witness!) === holds)
      )
        expect.fail(`${text}: the witness ${JSON.stringify(witness)} does not satisfy the evaluator`)
      const verdict = canBeMet(smtLib(wanted(ask, conditions), attributes))
      if (verdict === undefined) counts.unknown++
      else if (verdict === met) counts[met ? 'met' : 'unmet']++
      else expect.fail(`${text}: Z3 says ${verdict}`)
    }
    expect(counts.met + counts.unmet, JSON.stringify(counts)).toBeGreaterThanOrEqual(wantedAnswers)
    expect(counts.unmet).toBeGreaterThan(wantedAnswers / 10)
  }, 600_000)
})
