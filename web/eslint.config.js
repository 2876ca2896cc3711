import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/* Rooms of the web side, lowest first: a room may import from the rooms before it, never from those after. */
const rooms = ['theme', 'api', 'measure', 'state', 'bed', 'solid', 'drawing', 'sheet', 'questions', 'line', 'tape', 'grounds', 'stages', 'yard', 'pages']
const importRules = rooms.map((room, at) => ({
  files: [`src/${room}/**`],
  rules: {
    'no-restricted-imports': ['error', {
      patterns: [{ group: rooms.slice(at + 1).map((later) => `@/${later}/**`).concat(['@/App.vue', '../**']), message: `src/${room} imports only from the rooms below it, by '@/'.` }],
    }],
  },
}))

export default tseslint.config(
  { ignores: ['dist/**', 'src/api/schema.ts'] },
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/block-lang': ['error', { script: { lang: 'ts' } }],
      'vue/component-api-style': ['error', ['script-setup']],
    },
  },
  ...importRules,
)
