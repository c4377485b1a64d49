import js from '@eslint/js'
import ts from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import globals from 'globals'

const BARE_CHANGE = {
  selector: "ObjectExpression:has(> Property[key.name='put']):has(> Property[key.name='drop'])",
  message: 'Make changes through Outcome (storing, dropping): it carries openings, ties and groups along.',
}
const BARE_TOLERANCE = {
  selector: 'Literal[raw=/^[0-9.]+e-[0-9]+$/]',
  message: 'Tolerances have names: geometry/tolerance.ts.',
}

export default ts.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.lamina/**',
      '.tmp/**',
      '**/*.generated.ts',
      'test-results/**',
    ],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { globals: { ...globals.es2022 } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'error',
      eqeqeq: 'error',
      'prefer-const': 'error',
    },
  },
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser }, globals: { ...globals.browser } },
    rules: {
      'vue/multi-word-component-names': 'off',
      // Layout of templates is prettier's business.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/attributes-order': 'off',
      'vue/require-default-prop': 'off',
      'vue/valid-v-slot': ['error', { allowModifiers: true }],
      'no-undef': 'off',
    },
  },
  {
    // An edit says what became of things through an Outcome, so that it takes along what hangs on them.
    files: ['core/src/**/*.ts', 'web/src/**/*.ts', 'web/src/**/*.vue'],
    rules: { 'no-restricted-syntax': ['error', BARE_CHANGE, BARE_TOLERANCE] },
  },
  {
    // What makes changes for others, and what reads and checks them.
    files: [
      'core/src/edit/outcome.ts',
      'core/src/edit/clipboard.ts',
      'core/src/together/**',
      'core/src/edit/newProject.ts',
      'core/src/records/**',
      'core/src/exchange/library.ts',
      'core/src/exchange/archive.ts',
      'core/src/exchange/settings.ts',
      'core/src/samples/builder.ts',
      'web/src/store/parted.ts',
    ],
    rules: { 'no-restricted-syntax': ['error', BARE_TOLERANCE] },
  },
  {
    // Display lists and their painters know records by what they are given.
    files: ['core/src/display/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { paths: [{ name: '../records', importNames: ['Project'], message: 'Display knows no project.' }] },
      ],
    },
  },
  {
    // A face shows what others use, by name.
    files: ['core/src/edit/index.ts', 'core/src/records/index.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'ExportAllDeclaration', message: 'Name what others use of this folder.' },
      ],
    },
  },
  {
    files: ['core/src/geometry/tolerance.ts', 'core/src/units/rounding.ts'],
    rules: { 'no-restricted-syntax': 'off' },
  },
  { files: ['web/**/*.ts'], languageOptions: { globals: { ...globals.browser } } },
  {
    files: ['**/scripts/**', 'bench/**'],
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: { 'no-console': 'off' },
  },
  { files: ['**/*.cjs'], languageOptions: { globals: { ...globals.node } } },
  { files: ['**/*.ts'], rules: { 'no-undef': 'off' } },
)
