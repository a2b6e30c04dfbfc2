import { describe, expect, it } from 'vitest'
import { conditionInWords } from './in-words'
import { parseCondition } from './parse'
import { attributes } from './solve/conditions.fixture'

const said = (text: string) =>
  conditionInWords(
    parseCondition(text, attributes),
    (id) => attributes.find((attribute) => attribute.id === id)!.name,
  )

describe('a condition in words', () => {
  it.each([
    ['note != null', 'Note is filled in'],
    ['note == null', 'Note is empty'],
    ['mass < 60', 'Mass is less than 60'],
    ['mass >= limit', 'Mass is at least Limit'],
    ['finish == "zinc"', 'Finish is zinc'],
    ['finish in ["zinc", "raw"]', 'Finish is one of zinc, raw'],
    ['!(finish in ["zinc"])', 'Finish is none of zinc'],
    ['urgent', 'Urgent is yes'],
    ['!urgent', 'Urgent is not yes'],
    ['title.startsWith("BR")', 'Title begins with BR'],
    ['!title.contains("x")', 'Title does not contain x'],
    ['glob(file_name, "BR-*")', 'the file’s name fits BR-*'],
    ['file_extension == "dxf"', 'the file’s ending is dxf'],
    ['due > date("2026-01-01")', 'Due is more than 2026-01-01'],
    ['mass < 60 && note != null && urgent', 'Mass is less than 60 and Note is filled in and Urgent is yes'],
    ['(mass < 1 || urgent) && note != null', '(Mass is less than 1 or Urgent is yes) and Note is filled in'],
    ['!(mass < 1 && urgent)', 'not (Mass is less than 1 and Urgent is yes)'],
    ['true', 'always'],
  ])('%s is “%s”', (text, words) => expect(said(text)).toBe(words))
})
