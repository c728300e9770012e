import vue from 'eslint-plugin-vue'
import typescript from 'typescript-eslint'

export default typescript.config(
  { ignores: ['dist', 'src/api/schema.d.ts'] },
  ...typescript.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: typescript.parser } } },
  {
    rules: {
      // one line for a short tag reads better than five
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': ['error', { html: { void: 'always', normal: 'always', component: 'always' } }],
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-indent': 'off',
      // the API's names are used as they are, from table to screen
      'vue/attribute-hyphenation': 'off',
      'vue/valid-v-slot': ['error', { allowModifiers: true }],
    },
  },
)
