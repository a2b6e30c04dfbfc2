import { overview } from '../services/overview'

export default route('administrator', ({ db }) => overview(db))
