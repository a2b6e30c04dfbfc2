import { NewDocumentQuery } from '../../../shared/requests'
import { fileDocument, newDocument } from '../../documents/acts/file'
import { upload } from '../../utils/upload'

/** Files a new document: its bytes are the body, everything else stands in the address. */
export default route('person', async (context) => {
  const { event, db, account } = context
  const { fileName, comment, title, ...asked } = query(event, NewDocumentQuery)
  const document = { ...asked, title: title ?? null }
  newDocument(db, account, document, fileName)
  return upload(context, (stored) => ({
    number: fileDocument(db, account, document, { ...stored, fileName }, comment ?? null),
  }))
})
