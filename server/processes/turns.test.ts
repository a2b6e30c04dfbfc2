import { describe, expect, it } from 'vitest'
import { Refusal } from '../refusal'
import { Turns } from './turns'

/** Work that notes when it begins and ends on demand. */
function bench(turns: Turns) {
  const begun: string[] = []
  const ends = new Map<string, () => void>()
  const take = (who: string, name: string) =>
    turns.take(who, () => {
      begun.push(name)
      return new Promise<string>((resolve) => ends.set(name, () => resolve(name)))
    })
  const end = async (name: string) => {
    ends.get(name)!()
    await new Promise(setImmediate)
  }
  return { begun, take, end }
}

describe('turns', () => {
  it('serve whoever comes second before what the first brings besides', async () => {
    const { begun, take, end } = bench(new Turns({ atOnce: 1, atOnceEach: 1, waitingEach: 10 }))
    for (const name of ['a1', 'a2', 'a3']) void take('anna', name)
    void take('bela', 'b1')
    for (const name of ['a1', 'a2', 'b1', 'a3']) await end(begun.includes(name) ? name : begun.at(-1)!)
    expect(begun).toEqual(['a1', 'a2', 'b1', 'a3'])
  })
  it('leave a place to others, however much one brings', () => {
    const { begun, take } = bench(new Turns({ atOnce: 2, atOnceEach: 1, waitingEach: 100 }))
    for (let count = 0; count < 50; count++) void take('anna', `a${count}`)
    void take('bela', 'b')
    expect(begun).toEqual(['a0', 'b'])
  })
  it('give jobs more places than a person', () => {
    const limits = { atOnce: 4, atOnceEach: 1, atOnceOf: { jobs: 2 }, waitingEach: 9 }
    const { begun, take } = bench(new Turns(limits))
    for (const name of ['j1', 'j2', 'j3']) void take('jobs', name)
    for (const name of ['a1', 'a2']) void take('anna', name)
    expect(begun).toEqual(['j1', 'j2', 'a1'])
  })
  it('refuse what is too much of one person, and of nobody else', async () => {
    const { begun, take } = bench(new Turns({ atOnce: 2, atOnceEach: 1, waitingEach: 2 }))
    for (const name of ['a1', 'a2', 'a3']) void take('anna', name)
    await expect(take('anna', 'a4')).rejects.toThrow(Refusal)
    void take('bela', 'b1')
    expect(begun).toEqual(['a1', 'b1'])
  })
  it('pass on what comes of the work, and go on after what fails', async () => {
    const turns = new Turns({ atOnce: 1, atOnceEach: 1, waitingEach: 2 })
    const failed = turns.take('anna', () => Promise.reject(new Error('broken')))
    const done = turns.take('anna', () => Promise.resolve(7))
    await expect(failed).rejects.toThrow('broken')
    expect(await done).toBe(7)
  })
})
