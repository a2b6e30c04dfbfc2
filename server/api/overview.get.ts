import { overview } from '../overview/queries'

export default route('administrator', ({ db }) => overview(db))
