import { describe, expect, it } from 'vitest'
import { readAs, ShapeError } from '../read-as'
import {
  CheckInQuery,
  RecordRequest,
  NewRevisionRequest,
  DocumentsQuery,
  EditRequest,
  NewDocumentQuery,
  ProfileRequest,
  SettleRequest,
  SignInRequest,
  StartIntakeRequest,
} from '.'

const faults = (read: () => unknown): string[] => {
  try {
    read()
  } catch (error) {
    if (error instanceof ShapeError) return error.faults
    throw error
  }
  return []
}

describe('a request', () => {
  it('is read with its defaults and its numbers as numbers', () => {
    expect(readAs(DocumentsQuery, { offset: '200', limit: '50', descending: 'true' })).toMatchObject({
      offset: 200,
      limit: 50,
      descending: true,
      sort: 'number',
    })
    expect(readAs(DocumentsQuery, {})).toMatchObject({ offset: 0, limit: 100, descending: false })
  })
  it('keeps a nested patch as it was sent', () => {
    const { edit } = readAs(EditRequest, {
      change: 3,
      edit: {
        kind: 'change-transition',
        lifecycle: 'note',
        transition: 'issue',
        patch: { guard: null, firedBy: ['role:lead'] },
      },
    })
    expect(JSON.parse(JSON.stringify(edit)).patch).toEqual({ guard: null, firedBy: ['role:lead'] })
  })
  it('takes a decision, and its taking back', () => {
    expect(
      faults(() =>
        readAs(SettleRequest, {
          settled: [
            { key: 'a.dxf', settlement: { label: 'C' } },
            { key: 'b.dxf', settlement: null },
          ],
        }),
      ),
    ).toEqual([])
  })
  it('takes an intake with and without a register', () => {
    expect(faults(() => readAs(StartIntakeRequest, { archive: 'Grips', register: null }))).toEqual([])
    expect(faults(() => readAs(StartIntakeRequest, { archive: 'Grips', register: 'grips.csv' }))).toEqual([])
  })
})

describe('a request of the wrong shape', () => {
  it.each<[string, () => unknown, RegExp]>([
    ['that is no object', () => readAs(SignInRequest, 'mara'), /a JSON object was expected/],
    ['that is a list', () => readAs(SignInRequest, []), /a JSON object was expected/],
    ['without its fields', () => readAs(SignInRequest, { mail: 'a' }), /password/],
    [
      'with a field too many',
      () => readAs(SignInRequest, { mail: 'a', password: 'b', administrator: true }),
      /administrator/,
    ],
    ['with a page too long', () => readAs(DocumentsQuery, { limit: '100000' }), /limit/],
    ['with an offset that is no number', () => readAs(DocumentsQuery, { offset: 'x' }), /offset/],
    ['with an order there is not', () => readAs(DocumentsQuery, { sort: 'colour' }), /sort/],
    [
      'with a path for a file name',
      () => readAs(CheckInQuery, { change: 1, fileName: '../../etc/passwd' }),
      /no slashes/,
    ],
    [
      'with a file name beyond all measure',
      () => readAs(CheckInQuery, { change: 1, fileName: `${'x'.repeat(300)}.dxf` }),
      /at most 255 characters/,
    ],
    ...['constructor', '__proto__', 'toString', 'hasOwnProperty'].map(
      (name): [string, () => unknown, RegExp] => [
        `with a value called ${name}`,
        () => readAs(RecordRequest, JSON.parse(`{"change":1,"values":{"${name}":"x"}}`)),
        /cannot be a name here/,
      ],
    ),
    [
      'with a field called constructor',
      () => readAs(SignInRequest, JSON.parse('{"mail":"a","password":"b","constructor":"x"}')),
      /“constructor” cannot be a name here/,
    ],
    ...['a\r\nb.dxf', 'a\u202efxd.exe', 'a\u0000.dxf', '..', ' . '].map(
      (fileName): [string, () => unknown, RegExp] => [
        `with the file name ${JSON.stringify(fileName)}`,
        () => readAs(CheckInQuery, { change: 1, fileName }),
        /nobody sees|dots and blanks/,
      ],
    ),
    [
      'with documents that are not as they should be',
      () => readAs(NewRevisionRequest, { documents: [{ number: 'BR-1', change: 'x' }] }),
      /documents is a list of up to 500 documents/,
    ],
    [
      'without a number',
      () => readAs(NewDocumentQuery, { number: '', folder: '/', fileName: 'x.dxf' }),
      /enter a number/,
    ],
    [
      'with an edit of no kind',
      () => readAs(EditRequest, { change: 1, edit: { kind: 'explode' } }),
      /edit\.kind/,
    ],
    [
      'with a principal of no kind',
      () =>
        readAs(EditRequest, {
          change: 1,
          edit: {
            kind: 'set-grant',
            lifecycle: 'note',
            state: 'issued',
            rights: [],
            principal: 'everybody else',
          },
        }),
      /principal/,
    ],
    [
      'with a right there is not',
      () => readAs(EditRequest, { change: 1, edit: { kind: 'set-grant', rights: ['fly'] } }),
      /rights/,
    ],
    [
      'with an effect that is none',
      () =>
        readAs(EditRequest, {
          change: 1,
          edit: { kind: 'change-transition', patch: { effects: [{ kind: 'explode', job: 'x' }] } },
        }),
      /an effect writes, signs/,
    ],
    [
      'with a state’s setting in a transition',
      () =>
        readAs(EditRequest, { change: 1, edit: { kind: 'change-transition', patch: { phase: 'issued' } } }),
      /phase/,
    ],
    [
      'with an empty rule',
      () =>
        readAs(ProfileRequest, {
          patterns: ['x'],
          folder: '/',
          states: [{ when: '', state: 'issued' }],
          otherwise: 'issued',
          attributes: {},
        }),
      /no condition/,
    ],
  ])('%s is refused, naming the field', (_, read, message) =>
    expect(faults(read).join('; ')).toMatch(message),
  )

  const edit = (fields: object) => faults(() => readAs(EditRequest, { change: 1, edit: fields })).join('; ')

  it('is told which field its kind of edit lacks', () => {
    expect(edit({ kind: 'add-state', lifecycle: 'note', name: 'X' })).toBe('edit.phase is missing')
    expect(edit({ kind: 'keep-label', lifecycle: 'note', attribute: null })).toBe('')
    expect(edit({ kind: 'use-scheme', lifecycle: 'note' })).toMatch(/^edit\.id /)
  })
  it.each<[string, object, RegExp]>([
    [
      'an edit',
      { kind: 'rename-state', state: 'issued', name: 'Out', rights: ['see'] },
      /edit\.rights does not belong here/,
    ],
    [
      'a patch',
      { kind: 'change-state', lifecycle: 'note', state: 'issued', patch: { guard: 'mass > 1' } },
      /edit\.patch\.guard does not belong here/,
    ],
    [
      'an effect',
      {
        kind: 'change-transition',
        lifecycle: 'note',
        transition: 'issue',
        patch: { effects: [{ kind: 'copy', folder: '/X', attribute: 'title', value: 'x' }] },
      },
      /effects\.0\.attribute does not belong here; .*effects\.0\.value does not belong here/,
    ],
    [
      'a counter',
      {
        kind: 'set-scheme',
        scheme: { id: 's', name: 'S', series: [{ id: 'a', major: { kind: 'letters', width: 3 } }] },
      },
      /major\.width does not belong here/,
    ],
  ])('that carries the fields of another: %s is refused with their names', (_, fields, message) =>
    expect(edit(fields)).toMatch(message),
  )
  it('cannot put a whole configuration in place by itself', () =>
    expect(edit({ kind: 'replace', configuration: {}, words: 'x' })).toMatch(/edit\.kind is none/))
})
