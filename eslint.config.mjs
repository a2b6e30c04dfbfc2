import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript'
import importX from 'eslint-plugin-import-x'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import { exceptions } from './lint-exceptions.mjs'
import tseslint from 'typescript-eslint'

/** Imports point one way: app → shared → core, server → archive, backup, shared, bin → archive, backup, all → core. */
const boundaries = [
  {
    target: './core',
    from: ['./app', './archive', './backup', './server', './shared', './bin', './demo', './scripts'],
    message: 'core stands alone',
  },
  {
    target: './shared',
    from: ['./app', './archive', './backup', './server', './bin', './demo'],
    message: 'shared rests on core alone',
  },
  {
    target: './archive',
    from: ['./app', './server', './shared', './bin', './demo'],
    message: 'what reads archives rests on core alone',
  },
  {
    target: './backup',
    from: ['./app', './archive', './server', './shared', './bin', './demo'],
    message: 'backups rest on core alone',
  },
  { target: './server', from: ['./app', './bin', './demo'], message: 'the server rests on shared and core' },
  {
    target: './bin',
    from: ['./app', './server', './shared', './demo'],
    message: 'the command line rests on archive, backup and core alone',
  },
]

/** The subjects of the core, each resting on those before it alone, so that they make no circle. */
const subjects = [
  'support',
  'schedule',
  'shape',
  'attribute',
  'revision',
  'condition',
  'access',
  'template',
  'script',
  'effect',
  'configuration',
  'directory',
  'numbering',
  'engine',
  'rehearsal',
  'check',
  'formats',
  'binding',
  'intake',
  'audit',
]
const subjectOrder = subjects.slice(0, -1).map((subject, index) => ({
  target: `./core/${subject}`,
  from: subjects.slice(index + 1).map((later) => `./core/${later}`),
  message: `${subject} comes before the subject that it imports`,
}))
/** A subject is used through its barrel. */
const barrels = [...subjects.map((subject) => `**/core/${subject}/*`), '!**/*.fixture']
const barrelsWithin = [
  ...subjects.flatMap((subject) => [`../${subject}/*`, `../../${subject}/*`]),
  '!**/*.fixture',
]

const lostNavigation = {
  selector: 'CallExpression[callee.name=navigateTo]',
  message: 'goTo goes there even while another page is on its way',
}

export default tseslint.config(
  { ignores: ['.nuxt', '.output', 'node_modules', 'data', 'tests/.work'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/strongly-recommended'],
  prettier,
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: { 'vue/multi-word-component-names': 'off' },
  },
  {
    plugins: { 'import-x': importX },
    settings: {
      'import-x/resolver-next': [createTypeScriptImportResolver({ project: 'tsconfig.programs.json' })],
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'import-x/no-restricted-paths': ['error', { zones: [...boundaries, ...subjectOrder] }],
      'no-undef': 'off',
      'max-len': [
        'error',
        {
          code: 120,
          ignoreStrings: true,
          ignoreTemplateLiterals: true,
          ignoreRegExpLiterals: true,
          ignoreUrls: true,
        },
      ],
      'max-lines': ['error', 250],
      'max-lines-per-function': ['error', { max: 40, skipComments: true, skipBlankLines: true }],
    },
  },
  {
    // core is computation only: no Node.js, no framework, no database. Tests and fixtures beside it may use
    // the demo world.
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.fixture.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['node:*', 'vue', 'nuxt*', 'drizzle-orm*', 'better-sqlite3', '#*', '~*'],
              message: 'core knows no screen, no HTTP, no database and no file system',
            },
            { group: barrelsWithin, message: 'a subject is used through its barrel' },
          ],
        },
      ],
    },
  },
  {
    files: ['{core,shared,server}/**/*.test.ts', '{core,server}/**/*.fixture.ts'],
    rules: { 'import-x/no-restricted-paths': 'off' },
  },
  {
    // The browser may take the shapes of what the server answers, never its code.
    files: ['app/**'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['**/server/**'],
              allowTypeImports: true,
              message: 'only types may come from the server',
            },
            { group: barrels, message: 'a subject is used through its barrel' },
          ],
        },
      ],
    },
  },
  {
    // What is asked of the router while it is still on its way would be dropped.
    files: ['app/**'],
    ignores: ['app/middleware/**'],
    rules: {
      'no-restricted-syntax': ['error', lostNavigation],
      'vue/no-restricted-syntax': ['error', lostNavigation],
    },
  },
  {
    files: [
      'archive/**/*.ts',
      'backup/**/*.ts',
      'server/**/*.ts',
      'shared/**/*.ts',
      'bin/**/*.ts',
      'demo/**/*.ts',
    ],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: barrels, message: 'a subject is used through its barrel' }] },
      ],
    },
  },
  ...exceptions,
)
