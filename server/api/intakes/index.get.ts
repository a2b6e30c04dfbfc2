import { listIntakes } from '../../intake/queries'

export default route('administrator', ({ db }) => listIntakes(db))
