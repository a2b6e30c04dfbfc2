import { desc } from 'drizzle-orm'
import { jobs } from '../../database/schema'

export default route('administrator', ({ db }) =>
  db.select().from(jobs).orderBy(desc(jobs.queuedAt)).limit(200).all(),
)
