import { NewDocumentQuery } from '../../../shared/requests'
import { type Looked, lookInto } from '../../bindings/check-in'
import { published } from '../../configuration/published'
import { fileDocument, newDocument } from '../../documents/acts/file'
import { upload } from '../../utils/upload'

/** Files a new document: its bytes are the body, everything else stands in the address. */
export default route('person', async (context) => {
  const { event, db, account } = context
  const { fileName, comment, title, ...asked } = query(event, NewDocumentQuery)
  const document = { ...asked, title: title ?? null }
  newDocument(db, account, document, fileName)
  const { attributes } = published(db).configuration
  return upload(
    context,
    (stored, looked: Looked | undefined) =>
      fileDocument(db, account, { ...document, looked }, { ...stored, fileName }, comment ?? null),
    (stored) => lookInto(context, attributes, { ...stored, fileName }),
  )
})
