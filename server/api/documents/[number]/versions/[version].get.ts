import { and, eq } from 'drizzle-orm'
import { versions } from '../../../../database/schema'
import { documentRow, requireRights } from '../../../../services/documents'
import { Refusal } from '../../../../services/errors'
import { download } from '../../../../utils/download'

/** A version's content, as a download. */
export default route('person', async ({ event, db, store, account }) => {
  const row = documentRow(db, part(event, 'number'))
  requireRights(db, account, row, ['see'])
  requireRights(
    db,
    account,
    row,
    Number(part(event, 'version')) === row.version ? ['open'] : ['open', 'history'],
  )
  const version = db
    .select()
    .from(versions)
    .where(and(eq(versions.document, row.id), eq(versions.version, Number(part(event, 'version')))))
    .get()
  if (!version || !(await store.has(version.sha256)))
    throw new Refusal(404, `${row.number} has no version ${part(event, 'version')} in the store`)
  setResponseHeaders(event, {
    'content-type': 'application/octet-stream',
    'content-length': version.size,
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(version.fileName)}`,
    'x-content-type-options': 'nosniff',
  })
  return download(event, store.read(version.sha256))
})
