import { writeLargeArchive } from './archive'

/** `node generate.mjs FOLDER FILES`: writes an archive of that many drawings. */
const [folder, files] = process.argv.slice(2)
if (!folder || !Number(files)) {
  console.error('Say a folder and a number of files, for instance: generate.mjs archives/large 10000')
  process.exit(2)
}
writeLargeArchive(folder, Number(files))
