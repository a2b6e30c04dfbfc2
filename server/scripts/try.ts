import { valueFor } from '../../core/attribute'
import { attributeOf, type Configuration, lifecycleOf } from '../../core/configuration'
import { factsOf } from '../../core/engine'
import { runScript, type Script, ScriptError, scriptLimits } from '../../core/script'
import type { TriedScript } from '../../shared/answers'
import { today } from '../settings/zone'
import { drafted } from '../configuration/draft'
import type { Db } from '../database/connection'
import type { Account } from '../directory/people'
import { seenRow } from '../documents/rights'
import { snapshot } from '../documents/rows'

export interface ScriptTrial {
  account: Account
  script: Script
  /** The document that it is tried on. */
  number: string
  /** The transition that it is run by; the first one from where the document stands where none is named. */
  transition?: string
}

/** What a script would do to a document, as it is drafted; nothing is changed. */
export function tryScript(db: Db, { account, script, number, transition: id }: ScriptTrial): TriedScript {
  const configuration = drafted(db)
  const row = seenRow(db, account, number)
  const { transitions } = lifecycleOf(configuration, row.lifecycle)
  const from = transitions.filter((one) => one.from.includes(row.state))
  const transition = from.find((one) => one.id === id) ?? from[0]
  const facts = {
    document: factsOf(snapshot(db, row)),
    transition: transition
      ? { id: transition.id, name: transition.name, from: row.state, to: transition.to }
      : null,
    person: { name: account.name },
    today: today(db),
    comment: '',
  }
  const began = performance.now()
  try {
    const outcome = runScript(script, facts, scriptLimits[script.check ? 'check' : 'job'])
    const wrong = outcome.written.flatMap(({ attribute, value }) => faultOf(configuration, attribute, value))
    return { ok: true, outcome, wrong, milliseconds: Math.round(performance.now() - began) }
  } catch (error) {
    if (!(error instanceof ScriptError)) throw error
    return { ok: false, message: error.message, line: error.line ?? null }
  }
}

/** Why a value cannot be written, if it cannot. */
function faultOf(configuration: Configuration, id: string, value: unknown): string[] {
  try {
    valueFor(attributeOf(configuration, id), value === null ? '' : String(value))
    return []
  } catch (error) {
    return [`${id}: ${(error as Error).message}`]
  }
}
