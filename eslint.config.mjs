import { readFileSync, readdirSync } from 'node:fs'
import tseslint from 'typescript-eslint'
import importX from 'eslint-plugin-import-x'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'

/** Rooms of the core and what each may import besides itself; everything else is refused. */
const BASE = ['cache', 'quantity', 'catalogue', 'document', 'design']
const ROOMS = {
  cache: [],
  quantity: ['cache'],
  catalogue: ['cache', 'quantity'],
  document: ['cache', 'quantity', 'catalogue'],
  design: ['cache', 'quantity', 'catalogue', 'document'],
  airframe: BASE,
  panel: [...BASE, 'airframe'],
  picture: [...BASE, 'panel'],
  pilot: [...BASE, 'panel', 'cables'],
  cables: [...BASE, 'airframe'],
  power: [...BASE, 'airframe', 'cables'],
  capability: [...BASE, 'power'],
  wiring: [...BASE, 'airframe', 'cables', 'power', 'capability'],
  resilience: [...BASE, 'power', 'capability'],
  rules: [...BASE, 'capability'],
  mass: [...BASE, 'airframe', 'panel', 'wiring'],
  money: [...BASE, 'panel', 'wiring'],
  build: [...BASE, 'panel', 'power', 'money'],
  print: [...BASE, 'panel', 'picture', 'power', 'build', 'report', 'formats'],
  report: [...BASE, 'panel', 'pilot', 'power', 'wiring', 'rules', 'resilience', 'capability', 'mass', 'money'],
  formats: [...BASE, 'panel', 'cables', 'power', 'wiring', 'build', 'report']
}
/** A pattern that forbids these, or nothing when there are none: the linter takes no empty group. */
const none = (group, rest) => (group.length ? [{ group, ...rest }] : [])
const roomRules = Object.entries(ROOMS).map(([room, may]) => ({
  files: [`core/${room}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...none(
            Object.keys(ROOMS)
              .filter(other => other !== room && !may.includes(other))
              .flatMap(other => [`../${other}`, `../${other}/**`]),
            { message: `core/${room} may import only ${['itself', ...may].join(', ')}.` }
          ),
          {
            group: [
              '../../app/**',
              '../../server/**',
              '../../cli/**',
              '~/**',
              'vue',
              'nuxt',
              '#imports',
              'node:*',
              'drizzle-orm*'
            ],
            message: 'The core knows no screen, server, database or file system.'
          },
          ...none(room === 'document' ? [] : may.map(other => `../${other}/*`), {
            message: 'Import a room by its index.'
          })
        ]
      }
    ],
    'no-restricted-properties': [
      'error',
      { object: 'Date', property: 'now', message: 'The core has no clock.' },
      { object: 'Math', property: 'random', message: 'The core has no chance.' }
    ]
  }
}))

/** What screens use without importing it. */
const AUTO_IMPORTED = ['app/composables', 'app/utils'].flatMap(folder =>
  readdirSync(folder)
    .filter(file => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .flatMap(file => [
      ...readFileSync(`${folder}/${file}`, 'utf8').matchAll(/^export (?:async )?(?:function|const) (\w+)/gm)
    ])
    .map(([, name]) => name)
)
/** Those names as they are declared or taken within a file. */
const taken = [
  'VariableDeclarator > Identifier.id',
  ':function > Identifier.params',
  'ObjectPattern > Property > Identifier.value'
].map(place => `:not(ExportNamedDeclaration > VariableDeclaration) > ${place}[name=/^(${AUTO_IMPORTED.join('|')})$/]`)

export default tseslint.config(
  {
    ignores: [
      '.nuxt/**',
      '.stryker-tmp/**',
      '.output/**',
      'node_modules/**',
      'coverage/**',
      'playwright-report/**',
      'test-results/**'
    ]
  },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-explicit-any': 'error',
      'no-undef': 'off',
      'max-len': ['error', { code: 140, ignoreRegExpLiterals: true, ignoreUrls: true }],
      'max-params': ['error', 4],
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
      'max-lines': ['error', { max: 640, skipBlankLines: true, skipComments: true }],
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-self-closing': 'off',
      'vue/require-default-prop': 'off',
      'vue/attributes-order': 'off',
      'vue/no-template-shadow': 'error'
    }
  },
  {
    files: ['**/*.test.ts', '**/*testing*.ts', 'tests/**', 'bench/**'],
    rules: { 'max-params': 'off', 'max-lines-per-function': 'off' }
  },
  // All words of a room are in one file.
  { files: ['core/*/messages.ts'], rules: { 'max-lines': 'off' } },
  // The core uses the language and nothing of browsers or Node.js, in its types neither.
  { files: ['core/**/*.ts'], ignores: ['**/*.test.ts', '**/*testing*.ts'], rules: { 'no-undef': 'error' } },
  {
    files: ['core/**/*.ts'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/extensions': ['.ts'],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
      'import-x/resolver-next': [importX.createNodeResolver({ extensions: ['.ts'] })]
    },
    rules: { 'import-x/no-cycle': 'error' }
  },
  ...roomRules,
  {
    files: ['app/**/*.{vue,ts}'],
    rules: {
      // A name that is declared anywhere in a file is not imported into it by itself: its other use would be of nothing.
      'no-restricted-syntax': [
        'error',
        ...taken.map(selector => ({ selector, message: 'This name is imported by itself.' }))
      ]
    }
  },
  {
    files: ['server/**/*.ts', 'cli/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['**/app/**', '~/**'], message: 'Screens are above server and command line.' }] }
      ]
    }
  }
)
