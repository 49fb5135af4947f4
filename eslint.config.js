import globals from 'globals';
import tseslint from 'typescript-eslint';
import vue from 'eslint-plugin-vue';
import prettier from 'eslint-config-prettier';

/** Rooms of the core from the bottom up: a room imports only from rooms that stand before it. */
const rooms = [
  'geometry',
  'materials',
  'design',
  'outlines',
  'pictures',
  'lettering',
  'stitches',
  'resolve',
  'shaping',
  'sewing',
  'hooping',
  'mending',
  'reading',
  'choosing',
  'jobs',
  'adapting',
  'findings',
  'painting',
  'formats',
];

const roomRules = rooms.map((room, i) => ({
  files: [`packages/core/src/${room}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...rooms.slice(i + 1).map((above) => ({
            regex: `^(\\.\\./)+${above}(/|$)`, // from however deep in the room
            message: `${room} stands below ${above} and must not import from it.`,
          })),
          {
            group: ['node:*', 'vue', 'vue/*'],
            message: 'The core runs anywhere: no Node modules, no interface.',
          },
          { regex: '/apps/', message: 'The core imports nothing from the applications.' },
        ],
      },
    ],
  },
}));

/** Applications know the core, and each other only through what they say over the wire. */
const apps = ['web', 'server', 'cli', 'practice-machine'];
const appRules = apps.map((app) => ({
  files: [`apps/${app}/src/**/*.{ts,vue}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: apps
          .filter((other) => other !== app)
          .map((other) => ({
            regex: `^(\\.\\./)+(apps/)?${other}/`,
            message: `apps/${app} must not import from apps/${other}.`,
          })),
      },
    ],
  },
}));

/** The practice machine knows files only: of the bench's computation, the reader of stitch files and no more. */
const machineRule = {
  files: ['apps/practice-machine/src/**/*.{ts,vue}'],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: '^@rosehip/(?!core/dst$|stick$)',
            message: 'The practice machine imports only the reader of .dst files and the stick.',
          },
          {
            regex: '^(\\.\\./)+(apps|packages|web|server|cli)/',
            message: 'The practice machine stands by itself.',
          },
        ],
      },
    ],
  },
};

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.data/**', '**/*.generated.js', 'test-results/**'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      // The document's types are made from its schemas, and have names that messages can tell.
      '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'with-single-extends' }],
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
    },
  },
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  ...roomRules,
  ...appRules,
  machineRule,
  prettier,
);
