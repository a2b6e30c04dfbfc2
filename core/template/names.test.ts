import { describe, expect, it } from 'vitest'
import { namesIn, unknownName } from './names'

describe('the names in a template', () => {
  it('are those from outside, with what is asked inside them', () =>
    expect(
      namesIn('{% assign x = mass %}{{ x }} {{ to.name }}{% if due %}{{ "a" | append: title }}{% endif %}'),
    ).toEqual([['mass'], ['to', 'name'], ['due'], ['title']]))
  it.each<[string, string | undefined]>([
    ['{{ to.name }} {{ from.name }} {{ person.name }} {{ number }} {{ revision }} {{ today }}', undefined],
    ['{{ mass }} {{ title.size }} {{ comment | upcase }}', undefined],
    ['{% for one in (1..3) %}{{ one }}{{ forloop.index }}{% endfor %}', undefined],
    ['{{ signers }}', undefined],
    ['heavy', undefined],
    ['{{ weight }}', 'weight'],
    ['{% if weight %}x{% endif %}', 'weight'],
    ['{{ mass | plus: extra }}', 'extra'],
    ['{{ to.colour }}', 'to.colour'],
    ['{{ person.name.first }}', 'person.name.first'],
    ['{{ mass.unit }}', 'mass.unit'],
    ['{% if %}', undefined],
  ])('%s: unknown is %s', (template, name) =>
    expect(unknownName(template, ['mass', 'title'], ['signers'])).toBe(name),
  )
})
