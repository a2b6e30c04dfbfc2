/** Where a rule of length does not hold, and why. */
const longer = [
  {
    rule: 'max-lines-per-function',
    why: 'a block of tests holds its cases',
    files: ['**/*.test.ts'],
  },
  {
    rule: 'max-lines',
    why: 'a table of cases of one subject',
    files: [
      'core/check/check.test.ts',
      'core/check/search.test.ts',
      'core/engine/acts.test.ts',
      'core/engine/decide.test.ts',
      'core/intake/intake.test.ts',
      'core/revision/infer/infer.test.ts',
      'core/revision/labels.test.ts',
      'core/revision/revision.test.ts',
      'tests/api/command-line.test.ts',
      'tests/api/configuration.test.ts',
      'tests/api/directory.test.ts',
      'tests/api/routes.fixture.ts',
      'tests/api/revisions.test.ts',
      'tests/api/vault.test.ts',
      'tests/browser/lifecycles.test.ts',
      'tests/browser/revisions.test.ts',
      'tests/browser/story.test.ts',
    ],
  },
  {
    rule: 'max-lines',
    why: 'the configuration of the demo world: data',
    files: ['demo/configuration.ts'],
  },
  {
    rule: 'max-lines-per-function',
    why: 'a case for each kind of condition, each kind of shape, each mistake of the demo archive',
    files: ['core/condition/in-words.ts', 'core/shape/json-schema.ts', 'demo/archive.ts'],
  },
  {
    rule: 'max-lines-per-function',
    why: 'a story from its first step to its last: a drawing’s year, a measured run',
    files: ['demo/past.ts', 'bench/{conditions,lifecycles,revisions,sheet}.mjs'],
  },
  {
    rule: 'max-lines-per-function',
    why: 'a closure over one state; what stands in it is short',
    files: ['app/stores/configuration.ts', 'app/stores/directory.ts', 'tests/support/driver.ts'],
  },
]

export const exceptions = longer.map(({ rule, files }) => ({ files, rules: { [rule]: 'off' } }))
