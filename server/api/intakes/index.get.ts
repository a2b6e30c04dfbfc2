import { desc } from 'drizzle-orm'
import { intakes } from '../../database/schema'
import { intakePage } from '../../services/intakes'

export default route('administrator', ({ db }) =>
  db
    .select({ id: intakes.id })
    .from(intakes)
    .orderBy(desc(intakes.at))
    .limit(200)
    .all()
    .map(({ id }) => {
      const { intake, files, documents, job } = intakePage(db, id)
      return {
        id,
        name: intake.name,
        at: intake.at,
        stage: intake.stage,
        register: intake.register,
        files: files.reduce((sum, row) => sum + row.count, 0),
        documents,
        job,
      }
    }),
)
