import { sql } from 'drizzle-orm'
import type { RecordFinding } from '../../shared/answers'
import type { Db } from '../database/connection'

/** So many documents are named. */
const most = 20

/** Where files and records do not agree, all over the vault: each thing once, with the documents that have it. */
export function recordFindings(db: Db): RecordFinding[] {
  const rows = db.all<Omit<RecordFinding, 'numbers'> & { numbers: string }>(sql`
    select json_extract(f.value, '$.attribute') as attribute, json_extract(f.value, '$.kind') as kind,
      json_extract(f.value, '$.place') as place, json_extract(f.value, '$.has') as has,
      count(*) as count, json_group_array(d.number) as numbers
    from file_states s join documents d on d.id = s.document, json_each(s.findings) f
    where json_extract(f.value, '$.attribute') is not null
    group by 1, 2, 3, 4 order by 1, 2, 3, 4`)
  return rows.map((row) => ({ ...row, numbers: (JSON.parse(row.numbers) as string[]).sort().slice(0, most) }))
}
