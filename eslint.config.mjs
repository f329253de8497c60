import next from 'eslint-config-next/core-web-vitals'
import typescript from 'eslint-config-next/typescript'

const config = [
  { ignores: ['node_modules/**', '.next/**', '.cache/**', 'data/**', 'test-results/**', 'next-env.d.ts', 'public/**'] },
  ...next,
  ...typescript,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      // What is taken out of an object by name is left out of the rest of it.
      '@typescript-eslint/no-unused-vars': ['warn', { ignoreRestSiblings: true }],
      'no-console': 'error',
    },
  },
]

export default config
