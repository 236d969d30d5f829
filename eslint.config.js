import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import { own } from './scripts/lintRules.mjs';

/** Handlers of what is done to an element with the pointer. */
const POINTED = ['onClick', 'onDoubleClick', 'onMouseDown', 'onMouseUp'];

const SAID = '/^(aria-label|title|label|placeholder|words|heading|text|also|hint|alt)$/';

/** Where a year would be taken for the calendar's: a plan's years begin in a month of one's choice. */
const CALENDAR_YEARS = [
  "CallExpression[callee.property.name='slice'][arguments.0.value=0][arguments.1.value=4]",
  "CallExpression[callee.property.name='endsWith'][arguments.0.value=/^-(01|12)$/]",
];

/** Where a day or month would be asked of the machine and not of the one clock, which a test sets. */
const MACHINE_TIME = [
  "NewExpression[callee.name='Date'][arguments.length=0]",
  "CallExpression[callee.object.name='Date'][callee.property.name='now']",
].map((selector) => ({
  selector,
  message:
    'Ask the clock (core/src/calendar/clock.ts) what time it is; performance.now() measures how long something takes.',
}));

/** Where a list would be glued together with the word of a language. */
const GLUED = {
  selector: "CallExpression[callee.property.name='join'] > Literal[value=/ (and|or) /]",
  message: 'A list is written by the language: listOf, listInWords.',
};

/** Where a sentence would be written into a component: text, what is read out or stands in a field, a notice. */
const SENTENCES = [
  'JSXText[value=/[A-Za-z]{2}/]',
  `JSXAttribute[name.name=${SAID}] > Literal[value=/[A-Za-z]{2}/]`,
  `JSXAttribute[name.name=${SAID}] TemplateElement[value.raw=/[A-Za-z]{2}/]:not(CallExpression[callee.name="t"] *)`,
  `Property[key.name=${SAID}] > Literal[value=/[A-Za-z]{2}.* /]`,
  `Property[key.name=${SAID}] > TemplateLiteral > TemplateElement[value.raw=/[A-Za-z]{2}/]`,
];

export default tseslint.config(
  { ignores: ['**/dist/', '**/node_modules/', 'test-results/'] },
  js.configs.recommended,
  tseslint.configs.strict,
  {
    plugins: { own },
    rules: {
      'own/names': 'error',
      'own/comments': 'error',
      // Indexing is checked by the compiler; the marks say that a place is known to be filled.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // NaN is told apart by comparing a figure with itself where every nanosecond counts.
      'no-self-compare': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-restricted-syntax': ['error', ...MACHINE_TIME, GLUED],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/src/testing/**'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '^(?!\\.{1,2}/|@haushalt/language$)', message: 'The core imports nothing outside itself.' },
            {
              group: ['@haushalt/language'],
              allowTypeImports: true,
              message: 'The core knows the types of messages, and makes no sentences.',
            },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'setTimeout', 'console', 'Buffer'],
    },
  },
  {
    files: ['formats/src/**/*.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: ['@haushalt/server', '@haushalt/web', 'haushalt-cli'] }],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks, 'jsx-a11y': jsxA11y },
    languageOptions: { globals: globals.browser },
    rules: {
      ...jsxA11y.flatConfigs.recommended.rules,
      'jsx-a11y/label-has-associated-control': ['error', { controlComponents: ['Form.Check.Input', 'Form.Control'] }],
      // What opens because it was asked for takes the keys at once.
      'jsx-a11y/no-autofocus': 'off',
      // Keys that bubble up to a page or a group are no interaction with it.
      'jsx-a11y/no-static-element-interactions': ['error', { handlers: POINTED }],
      'jsx-a11y/no-noninteractive-element-interactions': ['error', { handlers: POINTED }],
      // A picture and a rule are gone through by the arrow keys.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { roles: ['img', 'group'], tags: [] }],
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['@haushalt/server', 'haushalt-cli'], message: 'The web application asks the server over HTTP.' },
            { group: ['@haushalt/formats'], allowTypeImports: true, message: 'What formats do is done on the server.' },
          ],
        },
      ],
      'no-restricted-syntax': [
        'error',
        ...MACHINE_TIME,
        GLUED,
        {
          selector: "CallExpression[callee.name='useEffect'] CallExpression[callee.property.name=/^(focus|select)$/]",
          message: 'What opens takes the keys before the next one is pressed: use useLayoutEffect.',
        },
        ...CALENDAR_YEARS.map((selector) => ({
          selector,
          message: 'A year of a plan is told by yearIn and nameOfYear.',
        })),
        ...SENTENCES.map((selector) => ({ selector, message: 'Texts stand in the catalogues of language/.' })),
        {
          selector: "CallExpression[callee.name='t']:not(:function *)",
          message: 'A text is written where it is shown, in the language of then: use an id, or a getter.',
        },
      ],
    },
  },
  {
    // Ready-made plans are data; their lines are named as a plan's lines are.
    files: ['web/src/**/*.test.{ts,tsx}', 'web/src/testing/**', 'web/src/pages/start/readyMade.ts'],
    rules: { 'no-restricted-syntax': ['error', ...MACHINE_TIME, GLUED] },
  },
  {
    files: ['e2e/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...MACHINE_TIME,
        {
          selector: "CallExpression[callee.name='expect'] > AwaitExpression",
          message: 'What is asked once may be asked too early: use expect.poll, or an assertion that waits.',
        },
      ],
    },
  },
  // The clock itself asks the machine.
  // Conditions of SQL are joined by its own words.
  { files: ['server/src/store/**/*.ts'], rules: { 'no-restricted-syntax': ['error', ...MACHINE_TIME] } },
  { files: ['core/src/calendar/clock.ts'], rules: { 'no-restricted-syntax': 'off' } },
  { files: ['**/*.{mjs,js}', 'e2e/**', 'bench/**', 'server/**', 'cli/**'], languageOptions: { globals: globals.node } },
  // The pictures are prepared within the page.
  { files: ['scripts/screenshots.mjs'], languageOptions: { globals: globals.browser } },
);
