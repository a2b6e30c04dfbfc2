import { describe, expect, it } from 'vitest'
import { ConditionError } from './types'
import { evaluate } from './evaluate'
import { parseCondition } from './parse'
import type { Attribute, DocumentRecord } from '../attribute'

const attributes: Attribute[] = [
  { id: 'title', name: 'Title', type: 'text' },
  { id: 'material', name: 'Material', type: 'choice', choices: ['S355', 'Bronze'] },
  { id: 'mass', name: 'Mass', type: 'number' },
  { id: 'limit', name: 'Limit', type: 'number' },
  { id: 'due', name: 'Due', type: 'date' },
  { id: 'urgent', name: 'Urgent', type: 'yesno' },
]
const holds = (text: string, record: DocumentRecord = {}) =>
  evaluate(parseCondition(text, attributes), record)

describe('a condition holds', () => {
  it.each<[string, DocumentRecord, boolean]>([
    ['mass > 2.5', { mass: 3 }, true],
    ['mass > 2.5', { mass: 2.5 }, false],
    ['mass >= -1', { mass: 0 }, true],
    ['mass < limit', { mass: 1, limit: 2 }, true],
    ['material == "S355" && mass > 0', { material: 'S355', mass: 1 }, true],
    ["material in ['S355', 'Bronze']", { material: 'Bronze' }, true],
    ['material in []', { material: 'Bronze' }, false],
    ['!(mass > 1) || urgent', { mass: 2, urgent: true }, true],
    ['!!urgent', { urgent: true }, true],
    ['true && !false', {}, true],
    ['title.startsWith("Grip")', { title: 'Grip plate' }, true],
    ['title.endsWith("left")', { title: 'Grip plate' }, false],
    ['title.contains("p p")', { title: 'Grip plate' }, true],
    ['due < date("2026-03-01")', { due: '2026-02-28' }, true],
    ['due == date("2026-03-01")', { due: '2026-03-01' }, true],
    ['glob(file_name, "BR-*_?.dxf")', { file_name: 'BR-1042_C.dxf' }, true],
    ['glob(file_name, "BR-*_?.dxf")', { file_name: 'BR-1042_CC.dxf' }, false],
    ['glob(title, "a.c")', { title: 'abc' }, false],
    ['isOneOf(revision_label, "A", "B")', { revision_label: 'B' }, true],
    ['a_b == null || true'.replace('a_b', 'title'), {}, true],
    ['!title.startsWith("Grip")', { title: 'Grip plate' }, false],
    ['!glob(title, "G*") && urgent', { title: 'Grip plate', urgent: true }, false],
    ['!urgent == true', { urgent: false }, true],
    ['!urgent == true', { urgent: true }, false],
    ['!!urgent != false', { urgent: true }, true],
    ['urgent == !(mass > 1)', { urgent: false, mass: 2 }, true],
    ['title > "\uffff"', { title: '😀' }, true],
    ['title >= "😀"', { title: '\uffff' }, false],
    ['title <= "😀"', { title: '😀' }, true],
  ])('%s of %j: %s', (text, record, expected) => expect(holds(text, record)).toBe(expected))
})

describe('an empty value', () => {
  it.each<[string, boolean]>([
    ['mass == null', true],
    ['mass != null', false],
    ['mass == 0', false],
    ['mass != 0', true],
    ['mass == limit', true],
    ['mass < 1', false],
    ['mass >= 1', false],
    ['!(mass < 1)', true],
    ['title.startsWith("")', false],
    ['glob(title, "*")', false],
    ['urgent', false],
    ['!urgent', true],
    ['material in ["S355"]', false],
    ['!urgent == true', true],
    ['!urgent == null', false],
    ['!urgent != null', true],
    ['urgent == !true', false],
    ['urgent == !!true', false],
    ['urgent != !true', true],
  ])('%s is %s', (text, expected) => expect(holds(text)).toBe(expected))
})

describe('a condition that cannot be', () => {
  it.each<[string, number, RegExp]>([
    ['', 0, /empty/],
    ['mass >', 6, /ends too early/],
    ['masss > 1', 0, /no attribute or fact “masss”; did you mean mass/],
    ['mass = 1', 5, /did you mean ==/],
    ['mass > "x"', 7, /a number is compared with a text/],
    ['due > "2026-03-01"', 6, /did you mean date\("2026-03-01"\)/],
    ['title.startWith("a")', 6, /did you mean startsWith/],
    ['title', 0, /not a value alone/],
    ['(mass > 1', 9, /“\)” is missing/],
    ['mass > 1 mass', 9, /not expected/],
    ['title == "open', 9, /never closed/],
    ['mass < null', 5, /no order/],
    ['urgent < true', 7, /no order/],
    ['due == date("2026-02-30")', 12, /takes a day/],
    ['mass in ["a"]', 9, /looked for among/],
    ['glob(title)', 0, /needs a pattern/],
    ['mass & 1', 5, /did you mean &&/],
    ['!mass > 3', 0, /binds tighter.*did you mean !\(mass > 3\)\?$/],
    ['urgent && !title == "a" || urgent', 10, /did you mean !\(title == "a"\)\?$/],
    ['!!material in ["S355"]', 0, /did you mean !!\(material in \["S355"\]\)/],
    ['!title', 1, /not a value alone/],
    ['!urgent > true', 8, /not expected/],
    ['!urgent == 3', 8, /a yes or no is compared with a number/],
    ['MATERIAL == "S355"', 0, /did you mean material\?/],
    ['Mas > 1', 0, /did you mean mass\?/],
    ['q > 1', 0, /“q”$/],
    ['title.startswith("a")', 6, /did you mean startsWith/],
    ['mass > 1 and urgent', 9, /“and” was not expected here; did you mean &&/],
    ['(mass > 1 OR urgent)', 10, /did you mean \|\|/],
    ['not urgent', 0, /did you mean !\?/],
    ['mass => 1', 5, /did you mean >=/],
    ['mass <> 1', 6, /did you mean !=/],
    ['title == “open”', 9, /did you mean "open"/],
    ['title == \'open"', 9, /did you mean "open"/],
    ['material == bronze', 12, /did you mean "Bronze"/],
    ['material in ["S355", Bronze]', 21, /did you mean "Bronze"/],
    ['isOneOf(material, s355)', 18, /did you mean "S355"/],
    ['mass > 1e999', 7, /beyond the largest number/],
    ['mass > -1e999', 8, /beyond the largest number/],
    ['('.repeat(300) + 'true', 200, /nested/],
  ])('%s is refused at %d', (text, position, message) => {
    let error: unknown
    try {
      parseCondition(text, attributes)
    } catch (caught) {
      error = caught
    }
    expect(error).toBeInstanceOf(ConditionError)
    expect((error as ConditionError).message).toMatch(message)
    expect((error as ConditionError).position).toBe(position)
  })
})
