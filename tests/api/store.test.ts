import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { beforeEach, describe, expect, it } from 'vitest'
import { FileStore, TooLargeError } from '../../server/files/store'
import { scratchFolder } from '../support/server.mjs'

const hashOf = (content: string) => createHash('sha256').update(content).digest('hex')
let folder: string
let store: FileStore

beforeEach(() => {
  folder = scratchFolder('store')
  store = new FileStore(folder)
})

describe('the file store', () => {
  it('keeps a content under its own hash', async () => {
    const stored = await store.put(Readable.from([Buffer.from('grip '), Buffer.from('plate')]))
    expect(stored).toEqual({ sha256: hashOf('grip plate'), size: 10 })
    expect(readFileSync(store.path(stored.sha256), 'utf8')).toBe('grip plate')
    expect(await store.has(stored.sha256)).toBe(true)
    expect(await store.has(hashOf('another'))).toBe(false)
  })
  it('keeps a content once, however often it comes, also at the same time', async () => {
    await Promise.all(Array.from({ length: 20 }, () => store.put(Readable.from([Buffer.from('same')]))))
    expect(readdirSync(join(folder, hashOf('same').slice(0, 2)))).toEqual([hashOf('same')])
    expect(readdirSync(join(folder, 'incoming'))).toEqual([])
  })
  it('takes small and large files of the server alike', async () => {
    const large = 'x'.repeat(3 * 2 ** 20)
    for (const content of ['small', large]) {
      const path = join(folder, 'source')
      writeFileSync(path, content)
      expect(await store.putFile(path, content.length)).toEqual({
        sha256: hashOf(content),
        size: content.length,
      })
    }
  })
  it('refuses what is too large, and leaves nothing behind', async () => {
    await expect(store.put(Readable.from([Buffer.alloc(600), Buffer.alloc(600)]), 1000)).rejects.toThrow(
      TooLargeError,
    )
    expect(readdirSync(folder)).toEqual(['incoming'])
    expect(readdirSync(join(folder, 'incoming'))).toEqual([])
  })
  it('leaves nothing behind when the source breaks off', async () => {
    async function* broken() {
      yield Buffer.from('half')
      throw new Error('line cut')
    }
    await expect(store.put(broken())).rejects.toThrow('line cut')
    expect(readdirSync(join(folder, 'incoming'))).toEqual([])
    expect(existsSync(store.path(hashOf('half')))).toBe(false)
  })
  it('sweeps up what killed writers left', async () => {
    await store.put(Readable.from([Buffer.from('whole')]))
    writeFileSync(join(folder, 'incoming', 'left-over'), 'half a file')
    await store.sweep()
    expect(readdirSync(join(folder, 'incoming'))).toEqual([])
    expect(await store.has(hashOf('whole'))).toBe(true)
  })
})
