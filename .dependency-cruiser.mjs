// The directions of imports: between packages, and between the rooms of each. Nothing goes round in a circle.

/** Files under `from` import nothing under `to`. */
const never = (name, from, to, comment) => ({
  name,
  severity: 'error',
  comment,
  from: { path: from },
  to: { path: to },
});
/** Files under `from` import only from there, from under `to`, and what their package says. */
const only = (name, from, to, comment) => {
  const source = `${from.split('/')[0]}/src`;
  return {
    name,
    severity: 'error',
    comment,
    from: { path: from },
    to: { path: source, pathNot: [from, `${source}/(language|language\\.ts|message\\.ts)`, ...to] },
  };
};

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-circles-of-rooms', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },

    never(
      'languages-know-no-plan',
      '^language/src',
      '^(core|formats|server|web|cli)/src',
      'A language knows texts and values, and nothing of plans.',
    ),
    never(
      'core-stands-alone',
      '^core/src',
      '^(formats|server|web|cli)/src',
      'The core imports nothing outside itself.',
    ),
    never('formats-know-the-core', '^formats/src', '^(server|web|cli)/src', 'Formats are made from the core alone.'),
    never('server-serves', '^server/src', '^(web|cli)/src', 'The server knows no interface.'),
    never('web-asks-the-server', '^web/src', '^(server|cli)/src', 'The web application asks the server over HTTP.'),

    only('figures-know-no-plan', '^core/src/(figure|calendar)', ['^core/src/(figure|calendar)']),
    only('formulas-know-no-plan', '^core/src/formula', ['^core/src/(figure|calendar|finance)']),
    only('finance-knows-no-plan', '^core/src/finance', ['^core/src/(figure|calendar)']),
    only('tables-know-no-rows', '^core/src/plan/schema', ['^core/src/(figure|calendar|formula)']),
    only('documents-know-no-commands', '^core/src/plan/document', [
      '^core/src/(figure|calendar|formula|finance)',
      '^core/src/plan/schema',
    ]),
    never(
      'the-engine-decides-nothing',
      '^core/src/(engine|calculators|graph)',
      '^core/src/plan/(commands|file|patterns)',
      'Figures follow from a document, however it came about.',
    ),

    never(
      'the-store-knows-no-http',
      '^server/src/store',
      '^server/src/http',
      'What is stored is asked by routes, not the other way round.',
    ),

    only('language-knows-no-page', '^web/src/language', []),
    only('ui-knows-no-plan', '^web/src/ui', []),
    only('the-grid-knows-no-plan', '^web/src/grid', ['^web/src/ui']),
    only('the-session-knows-no-page', '^web/src/plan-session', ['^web/src/ui']),
    only('fields', '^web/src/fields', ['^web/src/(ui|plan-session)']),
    only('parts', '^web/src/parts', ['^web/src/(ui|plan-session|fields|grid)']),
    {
      name: 'no-page-imports-another',
      severity: 'error',
      from: { path: '^web/src/pages/([^/]+)/' },
      to: { path: '^web/src/pages/', pathNot: '^web/src/pages/$1/' },
    },
    {
      name: 'nothing-imports-the-shell',
      severity: 'error',
      from: { path: '^web/src', pathNot: '^web/src/(app/|main)' },
      to: { path: '^web/src/app' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(node_modules|/dist/|\\.test\\.tsx?$|/testing/)' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.scss'] },
  },
};
