/** The tables of the database, a file for each subject. */
export * from './directory'
export * from './sessions'
export * from './configuration'
export * from './documents'
export * from './audit'
export * from './intake'
export * from './jobs'
export * from './files'
