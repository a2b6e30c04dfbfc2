/**
 * What the server answers, a file for each subject: the browser reads these shapes and nothing else of the
 * server's.
 */
export * from './configuration'
export * from './documents'
export * from './intake'
export * from './jobs'
export * from './overview'
export * from './directory'
export * from './session'
export * from './tasks'
export * from './rehearsals'
export * from './record'
export * from './mail'
export * from './scripts'
export * from './settings'
