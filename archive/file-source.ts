import { closeSync, fstatSync, openSync, readSync } from 'node:fs'
import { portion, type Source } from '../core/formats'

/** A file on the disk whose bytes are read where they are needed; `close` lets it go. */
export interface OpenFile extends Source {
  close: () => void
}

/** @throws the error of the file system where it cannot be opened. */
export function openFile(path: string): OpenFile {
  const handle = openSync(path, 'r')
  const { size } = fstatSync(handle)
  const usual = new Uint8Array(Math.min(portion, size))
  return {
    size,
    read: (from, to) => {
      const length = Math.max(0, Math.min(to, size) - from)
      const buffer = length > usual.length ? new Uint8Array(length) : usual
      let done = 0
      while (done < length) {
        const read = readSync(handle, buffer, done, length - done, from + done)
        if (!read) break
        done += read
      }
      return buffer.subarray(0, done)
    },
    close: () => closeSync(handle),
  }
}
