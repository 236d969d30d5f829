// Rules of the project's own for eslint: names a stranger can guess, and comments that begin with a verb or a noun.

/** Words that say nothing of what a value is, where they stand alone. */
const EMPTY_NAMES = new Set(['at', 'of', 'is', 'was', 'found', 'said', 'known', 'held', 'asked', 'told', 'saying']);

/** Words of a private language; the trade, or the platform, has another. */
const PRIVATE_WORDS = {
  deed: 'action',
  reckon: 'explain, compute',
  teller: 'writer',
  unsayable: 'not translatable',
  ruling: 'effective rule',
  bearer: 'figure',
  letGo: 'discard',
  leftOut: 'optional',
  mayDo: 'can',
  mayChange: 'can edit',
  keeper: 'admin',
  outlived: 'expired',
  spooled: 'temporary file',
  handOver: 'export',
  whereabouts: 'presence',
  mend: 'fix',
  stretch: 'range',
  shelf: 'panel',
  whyNot: 'reason',
  planAhead: 'prefetch',
};
const PRIVATE = new RegExp(
  Object.keys(PRIVATE_WORDS)
    .map((word) => `(?:^|[a-z_])${word[0].toUpperCase()}${word.slice(1)}(?![a-z])|^${word}(?![a-z])`)
    .join('|'),
);

/** Yields the names a pattern declares. */
function* namesIn(pattern) {
  if (pattern === null) return;
  if (pattern.type === 'Identifier') yield pattern;
  else if (pattern.type === 'AssignmentPattern') yield* namesIn(pattern.left);
  else if (pattern.type === 'RestElement') yield* namesIn(pattern.argument);
  else if (pattern.type === 'ArrayPattern') for (const each of pattern.elements) yield* namesIn(each);
  else if (pattern.type === 'TSParameterProperty') yield* namesIn(pattern.parameter);
  else if (pattern.type === 'ObjectPattern')
    // What is taken from an object by its own name keeps that name.
    for (const each of pattern.properties) if (!each.shorthand) yield* namesIn(each.value ?? each.argument);
}

const names = {
  create(context) {
    const look = (name) => {
      if (EMPTY_NAMES.has(name.name))
        context.report({ node: name, message: `Name what it is: “${name.name}” tells nothing of it.` });
      const [word] = PRIVATE.exec(name.name) ?? [];
      if (word === undefined) return;
      const key = Object.keys(PRIVATE_WORDS).find((each) => word.toLowerCase().endsWith(each.toLowerCase()));
      context.report({ node: name, message: `“${name.name}”: say ${PRIVATE_WORDS[key]} (docs/glossary.md).` });
    };
    const parameters = ({ params }) => params.forEach((each) => [...namesIn(each)].forEach(look));
    return {
      VariableDeclarator: ({ id }) => [...namesIn(id)].forEach(look),
      FunctionDeclaration: (node) => [look(node.id ?? { name: '' }), parameters(node)],
      FunctionExpression: parameters,
      ArrowFunctionExpression: parameters,
      ClassDeclaration: ({ id }) => id && look(id),
      TSInterfaceDeclaration: ({ id }) => look(id),
      TSTypeAliasDeclaration: ({ id }) => look(id),
    };
  },
};

const comments = {
  create(context) {
    return {
      Program() {
        for (const comment of context.sourceCode.getAllComments())
          if (comment.type === 'Block' && /^\*[\s*]*(What|Whether|How)\b/.test(comment.value))
            context.report({
              loc: comment.loc,
              message: 'Begin with a verb (“Returns …”) or a noun (“Figures of …”).',
            });
      },
    };
  },
};

export const own = { rules: { names, comments } };
