import { configuration } from '../engine/world.fixture'
import { nameHint } from './general-names'
import { expect, it } from 'vitest'

const hint = (...names: string[]) => {
  const states = names.map((name, index) => ({ id: `s${index}`, name }))
  return nameHint({ ...configuration, states: [...configuration.states, ...states] }, states[0]!)
}

it('general names are left alone', () =>
  expect(configuration.states.map((state) => nameHint(configuration, state)?.words).filter(Boolean)).toEqual(
    [],
  ))
it('a name that speaks of a class is nudged towards the general one', () => {
  expect(hint('Drawing waiting')).toEqual({
    words: 'speaks of drawing: Waiting would serve other lifecycles too',
    name: 'Waiting',
  })
  expect(hint('Issued drawings')).toEqual({
    words: 'speaks of drawings: Issued is in the catalogue already',
    name: 'Issued',
  })
})
it('a name that is nothing but a class says nothing better', () => expect(hint('Drawing')).toBeUndefined())
it('names that differ in spelling alone are told', () =>
  expect(hint('On-Hold')).toEqual({ words: 'reads like On hold: one state can serve both' }))
