import { documentPage } from '../../../services/vault-query'

export default route('person', ({ event, db, account }) => documentPage(db, account, part(event, 'number')))
