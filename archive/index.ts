export { openFile, type OpenFile } from './file-source'
export { below, findFile } from './find-file'
export { textOf } from './text'
export { walkArchive } from './walk'
