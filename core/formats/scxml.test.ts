import { configuration } from '../engine/world.fixture'
import { type Element, scxml } from './scxml'
import { describe, expect, it } from 'vitest'

const lifecycle = configuration.lifecycles[0]!
const machine = scxml(configuration, lifecycle)
const all = (element: Element): Element[] => [element, ...(element.children ?? []).flatMap(all)]

describe('a lifecycle as SCXML', () => {
  it('has every state with its phase, and begins where documents enter', () => {
    expect(machine.attributes).toMatchObject({
      version: '1.0',
      initial: 'drafting',
      xmlns: 'http://www.w3.org/2005/07/scxml',
    })
    expect(
      machine.children!.map(({ name, attributes }) => [name, attributes!.id, attributes!['il:phase']]),
    ).toEqual([
      ['state', 'drafting', 'working'],
      ['state', 'checking', 'review'],
      ['state', 'issued', 'issued'],
      ['final', 'superseded', 'retired'],
    ])
  })
  it('has every transition under each state it starts from, with its event and its guard', () => {
    const transitions = all(machine).filter(({ name }) => name === 'transition')
    expect(transitions).toHaveLength(lifecycle.transitions.reduce((sum, { from }) => sum + from.length, 0))
    expect(transitions[0]!.attributes).toMatchObject({
      event: 'fire.send-to-check',
      cond: 'material != null && mass > 0',
      target: 'checking',
      'il:revision': 'keep',
    })
  })
  it('gives an unattended transition no event', () => {
    const unattended = {
      ...lifecycle,
      transitions: [{ ...lifecycle.transitions[0]!, trigger: 'unattended' as const }],
    }
    expect(
      all(scxml(configuration, unattended)).find(({ name }) => name === 'transition')!.attributes,
    ).not.toHaveProperty('event')
  })
  it('makes names of ids that begin with a digit', () => {
    const numbered = {
      ...lifecycle,
      entry: '1st',
      states: [{ ...lifecycle.states[0]!, state: '1st' }],
      transitions: [],
    }
    expect(scxml(configuration, numbered)).toMatchObject({
      attributes: { initial: '_1st' },
      children: [{ attributes: { id: '_1st' } }],
    })
  })
})
