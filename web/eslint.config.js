import vue from 'eslint-plugin-vue'
import typescript from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'

export default typescript.config(
  { ignores: ['eslint.config.js', 'dist', 'node_modules', 'src/api/schema.d.ts', '.vite'] },
  ...typescript.configs.strictTypeChecked,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue', '**/*.ts'],
    languageOptions: { parser: vueParser, parserOptions: { parser: typescript.parser, sourceType: 'module', projectService: true, extraFileExtensions: ['.vue'], tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/attributes-order': 'off',
      'vue/one-component-per-file': 'off',
    },
  },
  {
    // ESLint's program sees a component as of no type; vue-tsc, which knows it, checks these lines.
    files: ['**/*.vue', '**/*.test.ts', 'src/main.ts', 'src/stations/registry.ts'],
    rules: Object.fromEntries(['argument', 'assignment', 'call', 'member-access', 'return'].map((what) => [`@typescript-eslint/no-unsafe-${what}`, 'off']).concat([['@typescript-eslint/restrict-plus-operands', 'off'], ['@typescript-eslint/require-await', 'off']])),
  },
)
