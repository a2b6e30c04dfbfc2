import { intakePage } from '../../../intake/queries'

export default route('administrator', ({ event, db }) => intakePage(db, part(event, 'id')))
