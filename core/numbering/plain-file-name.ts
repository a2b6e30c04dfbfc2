import { withoutUnseen } from './unseen'

/**
 * A file’s name as it is kept: one form of each letter (NFKC), and nothing in it that nobody sees or that leads to
 * another folder. What is left of a name of nothing else is called `file`.
 */
export const plainFileName = (name: string): string =>
  withoutUnseen(name.normalize('NFKC')).replace(/[/\\]/g, '_').trim().replace(/^\.+$/, '') || 'file'
