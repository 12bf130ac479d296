import hooks from 'eslint-plugin-react-hooks'
import ts from 'typescript-eslint'

export default ts.config(
  {
    ignores: [
      '**/node_modules',
      '**/dist*',
      '.data',
      'app/.expo',
      '**/*.js',
      '**/*.cjs',
      'server/drizzle',
      '**/*.generated.ts',
    ],
  },
  ...ts.configs.recommended,
  { rules: { '@typescript-eslint/switch-exhaustiveness-check': 'off', eqeqeq: 'error', 'no-console': 'off' } },
  {
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
)
