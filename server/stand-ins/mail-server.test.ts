import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmdirSync, watch } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createTransport } from 'nodemailer'
import { describe, expect, it } from 'vitest'
import { startMailServer } from './mail-server'

const newFolder = () => join(mkdtempSync(join(tmpdir(), 'ilmenite-mail-')), 'mail')
const letter = (id: string) => ({
  from: 'vault@brackwater.example',
  to: 'ada.lund@brackwater.example',
  messageId: `<${id}@brackwater.example>`,
  subject: 'Lever',
  text: 'the lever is issued',
})

describe('a mail server that stands in for a real one', () => {
  it('keeps each letter once, whole, under a name that says when it came and for whom', async () => {
    const folder = newFolder()
    const transport = createTransport(await startMailServer(folder))
    await transport.sendMail(letter('one'))
    await transport.sendMail(letter('one'))
    await transport.sendMail(letter('two'))
    const names = readdirSync(folder).sort()
    expect(names).toEqual([
      expect.stringMatching(/ 1 one ada\.lund@brackwater\.example\.eml$/),
      expect.stringMatching(/ 2 two ada\.lund@brackwater\.example\.eml$/),
    ])
    expect(readFileSync(join(folder, names[0]!), 'utf8')).toContain('the lever is issued')
  })

  it('writes nothing into a letter that can be read', async () => {
    const folder = newFolder()
    const transport = createTransport(await startMailServer(folder))
    const written: string[] = []
    const watcher = watch(folder, (kind, name) => kind === 'change' && written.push(String(name)))
    await transport.sendMail(letter('one'))
    await expect.poll(() => written).toContain('coming-in')
    watcher.close()
    expect(written.filter((name) => name.endsWith('.eml'))).toEqual([])
  })

  it('has whoever sends a letter try again where it cannot be kept', async () => {
    const folder = newFolder()
    const transport = createTransport(await startMailServer(folder))
    const obstacle = join(folder, 'coming-in')
    mkdirSync(obstacle)
    await expect(transport.sendMail(letter('one'))).rejects.toMatchObject({ responseCode: 452 })
    rmdirSync(obstacle)
    await transport.sendMail(letter('one'))
    expect(readdirSync(folder)).toHaveLength(1)
  })
})
