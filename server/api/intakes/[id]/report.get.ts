import Papa from 'papaparse'
import { report } from '../../../intake/report'
import { intakeRow } from '../../../intake/rows'

/** The report as CSV: every file, with prediction beside result. */
export default route('administrator', ({ event, db }) => {
  const intake = intakeRow(db, part(event, 'id'))
  setResponseHeaders(event, {
    'content-type': 'text/csv; charset=utf-8',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${intake.name} report.csv`)}`,
  })
  return `\uFEFF${Papa.unparse([...report(db, intake.id)], { escapeFormulae: true })}\r\n`
})
