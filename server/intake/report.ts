import { stateName } from '../../core/configuration'
import { published } from '../configuration/published'
import type { Db } from '../database/connection'
import { listIntakeFiles } from './queries'

/** The report of an intake: a line for every file, prediction beside result. */
export function* report(db: Db, id: string) {
  const { configuration } = published(db)
  const page = 1000
  for (let offset = 0; ; offset += page) {
    const { rows } = listIntakeFiles(db, id, { offset, limit: page })
    for (const { file, document } of rows) {
      const prediction = document?.plan.prediction
      const result = document?.result
      yield {
        file: file.path,
        number: file.number ?? '',
        label: file.planned?.label ?? '',
        status: file.status,
        'predicted state': prediction ? stateName(configuration, prediction.state) : '',
        'predicted revision': prediction?.revision ?? '',
        state: result ? stateName(configuration, result.state) : '',
        revision: result?.revision ?? '',
        'as predicted': result ? (samePrediction(prediction!, result) ? 'yes' : 'no') : '',
        reason:
          document?.message ??
          (file.status === 'held'
            ? [...(file.planned?.conflicts ?? []), ...(document?.plan.conflicts ?? [])]
                .map((conflict) => conflict.message)
                .join('; ') || 'another file of the same number is held back'
            : ''),
      }
    }
    if (rows.length < page) return
  }
}

/** Whether what came of a document is what was predicted: state, revision, versions and the whole register. */
export function samePrediction(prediction: object, result: object): boolean {
  const essence = (value: object) => {
    const { state, revision, versions, register } = value as {
      state: string
      revision: string
      versions: number
      register: { label: string; origin: string; version: number | null }[]
    }
    return JSON.stringify([
      state,
      revision,
      versions,
      register.map((row) => [row.label, row.origin, row.version]),
    ])
  }
  return essence(prediction) === essence(result)
}
