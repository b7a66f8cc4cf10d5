import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'

export default defineConfigWithVueTs(
  { ignores: ['dist/**', 'src/api/schema.ts'] },
  vue.configs['flat/recommended'],
  vueTsConfigs.strict,
  {
    rules: {
      'vue/valid-v-slot': ['error', { allowModifiers: true }],
      // A function may be named before it stands there; what is worked out may not.
      '@typescript-eslint/no-use-before-define': ['error', { functions: false, typedefs: false }],
    },
  },
  prettier,
)
