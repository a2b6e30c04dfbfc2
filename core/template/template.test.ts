import { describe, expect, it } from 'vitest'
import { type Attribute, valueFor } from '../attribute'
import { forOneAct, render, templateFault } from './template'

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
  it.each(['render', 'include', 'layout'])('has no tag %s, and so no way to a file', (tag) => {
    for (const file of [
      'data/session-secret',
      '/etc/passwd',
      './package.json',
      '../package.json',
      'package.json',
    ])
      for (const words of [
        `{% ${tag} "${file}" %}`,
        `{% ${tag} ${file} %}`,
        `{% ${tag} to.name %}`,
        `{% liquid\n ${tag} "${file}" %}`,
      ]) {
        expect(() => render(words, { to: { name: file } }), words).toThrow(/not found|cannot take in/)
        expect(templateFault(words), words).toMatch(/not found|cannot take in/)
      }
  })
  it('reaches no prototype and no function', () => {
    for (const words of [
      '{{ to.constructor.name }}',
      '{{ to.__proto__ }}',
      '{{ constructor }}',
      '{{ to["constructor"]["prototype"] }}',
      '{{ toString }}',
      '{{ to.name.constructor }}',
      '{{ list.constructor }}',
      '{% assign k = "__proto__" %}{{ to[k] }}',
      '{{ list | map: "constructor" | first | default: to.constructor }}',
      '{{ list.__proto__.length }}',
    ])
      expect(() => render(words, { to: { name: 'x' }, list: [{ a: 1 }] }), words).toThrow(
        /undefined variable/,
      )
  })
  it('goes through a list, joins and chooses', () => {
    const signers = [{ name: 'Ada' }, { name: 'Bo' }]
    expect(render('{% for one in signers %}{{ one.name }};{% endfor %}', { signers })).toBe('Ada;Bo;')
    expect(render('{{ signers | map: "name" | join: ", " }}', { signers })).toBe('Ada, Bo')
    expect(render('{% if mass > 5 %}heavy{% else %}light{% endif %}', { mass: 7 })).toBe('heavy')
  })
  it.each([
    ['a loop in a loop', '{% for a in (1..100000) %}{% for b in (1..100000) %}x{% endfor %}{% endfor %}'],
    ['an empty loop', '{% for a in (1..20000) %}{% endfor %}'],
    [
      'loops over a list',
      `{% assign l = "${'a,'.repeat(100)}" | split: "," %}${'{% for a in l %}'.repeat(6)}x${'{% endfor %}'.repeat(6)}`,
    ],
    [
      'a text that doubles',
      `{% assign x = "aaaaaaaa" %}${'{% assign x = x | append: x %}'.repeat(40)}{{ x }}`,
    ],
    [
      'a text put in place of each of its letters',
      '{% assign x = "a" %}{% for i in (1..200) %}{% assign x = x | append: "aaaaaaaaaa" %}{% endfor %}{% assign y = x | replace: "a", x | replace: "a", x %}{{ y | size }}',
    ],
  ])('ends %s, the same way each time', (_, words) => {
    for (let time = 0; time < 3; time++) expect(() => render(words, {})).toThrow(/limit/)
  })
  it('shares what it may do with all others of one act, however many there are', () => {
    const words = '{% for a in (1..150) %}{{ a }}{% endfor %}'
    const many = (count: number) => () => Array.from({ length: count }, () => render(words, {})).length
    expect(many(100)()).toBe(100)
    expect(forOneAct(many(20))).toBe(20)
    expect(() => forOneAct(many(100))).toThrow(/in one act/)
    expect(forOneAct(many(20))).toBe(20)
  })
  it('shows its fault without being run', () => {
    expect(templateFault('{{ to.name }}')).toBeUndefined()
    expect(templateFault('{% if %}')).toMatch(/line:1|if/)
  })
})
