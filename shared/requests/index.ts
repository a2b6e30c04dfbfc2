/** What the browser sends, checked at the boundary, a file for each subject. The words in `message` reach people. */
export * from './common'
export * from './session'
export * from './configuration'
export * from './documents'
export * from './revisions'
export * from './audit'
export * from './intake'
export * from './directory'
