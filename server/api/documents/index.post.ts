import { NewDocumentQuery } from '../../../shared/requests'
import { fileDocument } from '../../documents/acts/file'
import { upload } from '../../utils/upload'

/** Files a new document: its bytes are the body, everything else stands in the address. */
export default route('person', async ({ event, db, store, account }) => {
  const { fileName, comment, title, ...asked } = query(event, NewDocumentQuery)
  const stored = await upload(event, store)
  return {
    number: fileDocument(
      db,
      account,
      { ...asked, title: title ?? null },
      { ...stored, fileName },
      comment ?? null,
    ),
  }
})
