import { documentPage } from '../../../documents/page'

export default route('person', ({ event, db, account }) => documentPage(db, account, part(event, 'number')))
