import { withoutUnseen } from './unseen'

/** Normalises the name of a file (NFKC), and removes invisible characters and slashes. An empty result is `file`. */
export const plainFileName = (name: string): string =>
  withoutUnseen(name.normalize('NFKC')).replace(/[/\\]/g, '_').trim().replace(/^\.+$/, '') || 'file'
