import { listArchives } from '../../intake/share'

export default route('administrator', () => listArchives())
