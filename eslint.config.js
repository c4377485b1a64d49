import js from '@eslint/js'
import ts from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import globals from 'globals'

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
    ignores: [
      'core/src/edit/outcome.ts',
      'core/src/edit/clipboard.ts',
      'core/src/edit/newProject.ts',
      'core/src/records/**',
      'core/src/exchange/library.ts',
      'core/src/samples/builder.ts',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "ObjectExpression:has(> Property[key.name='put']):has(> Property[key.name='drop'])",
          message:
            'Make changes through Outcome (storing, dropping): it carries openings, ties and groups along.',
        },
      ],
    },
  },
  { files: ['web/**/*.ts'], languageOptions: { globals: { ...globals.browser } } },
  {
    files: ['scripts/**', 'bench/**'],
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: { 'no-console': 'off' },
  },
  { files: ['**/*.cjs'], languageOptions: { globals: { ...globals.node } } },
  { files: ['**/*.ts'], rules: { 'no-undef': 'off' } },
)
