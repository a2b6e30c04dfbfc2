import { listArchives } from '../services/archives'

export default route('administrator', () => listArchives())
