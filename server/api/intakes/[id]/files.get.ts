import { IntakeFilesQuery } from '../../../../shared/requests'
import { listIntakeFiles } from '../../../intake/queries'
import { samePrediction } from '../../../intake/report'

export default route('administrator', ({ event, db }) => {
  const { total, rows } = listIntakeFiles(db, part(event, 'id'), query(event, IntakeFilesQuery))
  return {
    total,
    rows: rows.map((row) => ({
      ...row,
      asPredicted: row.document?.result
        ? samePrediction(row.document.plan.prediction!, row.document.result)
        : null,
    })),
  }
})
