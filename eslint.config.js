import js from '@eslint/js'
import globals from 'globals'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import * as oneProgram from './scripts/one-program.mjs'

// Circles of imports are dependency-cruiser's, unused exports and types knip's.
export default ts.config(
  { ignores: ['**/dist/**', 'node_modules/**', '.demo/**', '.dev/**', 'data/**', '.dependency-cruiser.cjs'] },
  js.configs.recommended,
  ...ts.configs.recommendedTypeChecked,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: {
      globals: { ...globals.browser, ...globals.node },
      parserOptions: {
        projectService: { allowDefaultProject: ['*.js', 'scripts/*.mjs', 'demo/*.mjs'] },
        extraFileExtensions: ['.vue'],
        parser: oneProgram,
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      // What reads in one go; more needs its reason beside it.
      complexity: ['error', 15],
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', 4],
      // A switch names every case, or is none: a new kind of record, family or part is then named by the compiler.
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      // A leading underscore says that a name is left out on purpose.
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // Numbers in sentences are this program's daily bread.
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      // Layout of markup is Prettier's.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      // Optional properties mean "absent"; a default would say something else.
      'vue/require-default-prop': 'off',
    },
  },
  {
    // A test tells its story in one go, however long.
    files: ['**/*.test.ts', '**/fixtures/**', 'bench/**', 'e2e/**', 'scripts/**'],
    rules: { complexity: 'off', 'max-lines-per-function': 'off', 'max-params': 'off' },
  },
  { files: ['**/*.ts'], languageOptions: { parser: oneProgram } },
  { files: ['**/*.mjs', '**/*.js'], ...ts.configs.disableTypeChecked },
)
