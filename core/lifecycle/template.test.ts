import { describe, expect, it } from 'vitest'
import type { Attribute } from '../condition'
import { render, templateFault, valueFor } from './template'

const attribute = (rest: Partial<Attribute>): Attribute => ({ id: 'x', name: 'Size', type: 'text', ...rest })

describe('a value from text', () => {
  it.each<[Partial<Attribute>, string, unknown]>([
    [{ type: 'text' }, '  M12 ', 'M12'],
    [{ type: 'text' }, '   ', null],
    [{ type: 'number' }, '2.50', 2.5],
    [{ type: 'number' }, '', null],
    [{ type: 'number', whole: true }, '3', 3],
    [{ type: 'number', min: 0, max: 5 }, '5', 5],
    [{ type: 'date' }, '2026-02-28', '2026-02-28'],
    [{ type: 'yesno' }, 'Yes', true],
    [{ type: 'yesno' }, 'false', false],
    [{ type: 'choice', choices: ['zinc', 'raw'] }, 'raw', 'raw'],
  ])('%j reads %j', (rest, text, value) => expect(valueFor(attribute(rest), text)).toBe(value))

  it.each<[Partial<Attribute>, string, string]>([
    [{ type: 'number' }, 'heavy', 'Size takes a number, not “heavy”'],
    [{ type: 'number', whole: true }, '2.5', 'Size takes a whole number, not “2.5”'],
    [{ type: 'number', min: 0 }, '-1', 'Size takes a number from 0 to ∞, not “-1”'],
    [{ type: 'date' }, '2026-02-30', 'Size takes a day such as 2026-03-01, not “2026-02-30”'],
    [{ type: 'yesno' }, 'perhaps', 'Size takes yes or no, not “perhaps”'],
    [{ type: 'choice', choices: ['zinc', 'raw'] }, 'gold', 'Size takes one of zinc, raw, not “gold”'],
  ])('%j refuses %j', (rest, text, message) => expect(() => valueFor(attribute(rest), text)).toThrow(message))
})

describe('a template', () => {
  it('names what the context has', () =>
    expect(render('{{ to.name }} {{ today }}', { to: { name: 'Issued' }, today: '2026-11-23' })).toBe(
      'Issued 2026-11-23',
    ))
  it('does not pass over a name that is not there', () =>
    expect(() => render('{{ nobody }}', {})).toThrow(/nobody/))
  it('reaches nothing but its context', () => {
    expect(() => render('{{ to.constructor.name }}', { to: { name: 'x' } })).toThrow()
    expect(() => render('{% include "secret" %}', {})).toThrow()
  })
  it('is stopped where it would run on', () =>
    expect(() =>
      render('{% for a in (1..100000) %}{% for b in (1..100000) %}x{% endfor %}{% endfor %}', {}),
    ).toThrow(/limit/))
  it('shows its fault without being run', () => {
    expect(templateFault('{{ to.name }}')).toBeUndefined()
    expect(templateFault('{% if %}')).toMatch(/line:1|if/)
  })
})
