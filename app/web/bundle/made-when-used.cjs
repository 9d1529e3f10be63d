/**
 * A plugin of Babel: a schema that stands at the top of a module is made when it is first used. A first screen uses few of
 * some hundreds, and making them took a good part of its start. `whenUsed` stands in the place of each until then.
 */
const { join } = require('node:path');

const HELPERS = join(__dirname, '../instead/when-used.ts');
/** What is asked of a schema to get another. */
const ASKED =
  /^(optional|nullable|default|array|extend|partial|pick|omit|refine|superRefine|transform|pipe|or)$/;
/** What is asked of a schema to get something else. */
const ENDS = /^(safe)?[pP]arse(Async)?$/;

/** Functions of the trade that give a schema, for the modules that import them. */
const GIVERS = new Set(['oneLine', 'lengthText', 'volumeText', 'writtenLength']);

module.exports = ({ types: t }) => {
  const bare = (node) =>
    t.isTSAsExpression(node) || t.isTSSatisfiesExpression(node) ? bare(node.expression) : node;
  const lastAsked = ({ callee }) => (t.isMemberExpression(callee) ? callee.property.name : undefined);

  /** The name a chain of calls begins with: `z` of `z.string().max(9)`; undefined for anything else. */
  function rootOf(node) {
    let at = bare(node);
    if (!t.isCallExpression(at)) return undefined;
    while (t.isCallExpression(at) || t.isMemberExpression(at))
      at = bare(t.isCallExpression(at) ? at.callee : at.object);
    return t.isIdentifier(at) ? at.name : undefined;
  }

  /** What of a module is a schema, or gives one when called. */
  function schemasOf(program, z) {
    const imported = (name) => program.scope.getBinding(name)?.kind === 'module';
    const known = new Set([z, ...[...GIVERS].filter(imported)]);
    const isSchema = (node) => {
      const root = rootOf(node);
      if (root === undefined || ENDS.test(lastAsked(bare(node)))) return false;
      return known.has(root) || (imported(root) && ASKED.test(lastAsked(bare(node))));
    };
    const givesSchema = (node) => t.isArrowFunctionExpression(node) && isSchema(node.body);
    /** Fields that several schemas share. */
    const isShape = (node) =>
      t.isObjectExpression(node) && node.properties.some(({ value }) => value && isSchema(value));
    const found = [];
    for (const statement of program.get('body')) {
      const said = statement.isExportNamedDeclaration() ? statement.get('declaration') : statement;
      if (!said.isVariableDeclaration({ kind: 'const' })) continue;
      for (const one of said.get('declarations')) {
        const { id, init } = one.node;
        if (isSchema(init) || isShape(init)) found.push(one.get('init'));
        else if (!givesSchema(init)) continue;
        known.add(id.name);
      }
    }
    return { found, standsIn: (name) => name !== z && (known.has(name) || imported(name)) };
  }

  return {
    visitor: {
      Program(program) {
        const zod = program.node.body.find(
          (part) => t.isImportDeclaration(part) && part.source.value === 'zod' && part.importKind !== 'type',
        );
        const z = zod?.specifiers.find(({ imported }) => imported?.name === 'z')?.local.name;
        if (z === undefined) return;
        const { found, standsIn } = schemasOf(program, z);
        if (found.length === 0) return;
        const [whenUsed, asMade] = ['whenUsed', 'asMade'].map((name) =>
          program.scope.generateUidIdentifier(name),
        );
        for (const init of found) {
          // In what it is made of stands the schema itself, not what stands in its place.
          init.traverse({
            Identifier(path) {
              const { node, parent, scope } = path;
              const isValue = path.isReferencedIdentifier() && !path.findParent((up) => up.isTSType());
              if (!isValue || parent.callee === node || parent.object === node) return;
              if (!standsIn(node.name) || scope.getBinding(node.name)?.scope !== program.scope) return;
              if (t.isObjectProperty(parent, { shorthand: true })) parent.shorthand = false;
              path.replaceWith(t.callExpression(asMade, [node]));
              path.skip();
            },
          });
          const later = t.callExpression(whenUsed, [t.arrowFunctionExpression([], init.node)]);
          // One that nothing uses is left out.
          init.replaceWith(t.addComment(later, 'leading', '#__PURE__'));
        }
        program.unshiftContainer(
          'body',
          t.importDeclaration(
            [
              t.importSpecifier(whenUsed, t.identifier('whenUsed')),
              t.importSpecifier(asMade, t.identifier('asMade')),
            ],
            t.stringLiteral(HELPERS),
          ),
        );
      },
    },
  };
};
