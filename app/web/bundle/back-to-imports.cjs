/**
 * A plugin of Babel: what the TypeScript compiler wrote as `require` and `exports` becomes `import` and `export` again, so
 * that the bundler can leave out what nothing uses. A module it does not understand whole stays as it is.
 */
const HELPERS = /^__(createBinding|setModuleDefault|importStar|importDefault|exportStar)$/;

module.exports = ({ types: t }) => {
  const named = (node, name) => t.isIdentifier(node, { name });
  const required = (node) =>
    t.isCallExpression(node) && named(node.callee, 'require') && t.isStringLiteral(node.arguments[0])
      ? node.arguments[0].value
      : undefined;
  const wrapped = (node) =>
    required(node) ??
    (t.isCallExpression(node) &&
    t.isIdentifier(node.callee) &&
    /^__import(Star|Default)$/.test(node.callee.name)
      ? required(node.arguments[0])
      : undefined);
  const isExport = (node) => t.isMemberExpression(node) && named(node.object, 'exports') && !node.computed;
  const star = (local, from) =>
    t.importDeclaration([t.importNamespaceSpecifier(t.identifier(local))], t.stringLiteral(from));
  const exportAs = (local, name) =>
    t.exportNamedDeclaration(null, [t.exportSpecifier(t.identifier(local), t.identifier(name))]);

  /** What one statement of the module becomes; undefined: as it is. Throws what it does not understand. */
  function turned(statement, state) {
    const { node } = statement;
    if (t.isVariableDeclaration(node) && node.declarations.length === 1) {
      const [{ id, init }] = node.declarations;
      if (t.isIdentifier(id) && HELPERS.test(id.name)) return [];
      const from = wrapped(init);
      if (from === undefined) return undefined;
      if (t.isIdentifier(id)) return [star(id.name, from)];
      return [
        t.importDeclaration(
          id.properties.map(({ key, value }) => t.importSpecifier(value, key)),
          t.stringLiteral(from),
        ),
      ];
    }
    if (!t.isExpressionStatement(node)) return undefined;
    const { expression } = node;
    if (t.isStringLiteral(expression)) return [];
    const plain = required(expression);
    if (plain !== undefined) return [t.importDeclaration([], t.stringLiteral(plain))];
    if (t.isCallExpression(expression)) {
      const { callee, arguments: given } = expression;
      if (named(callee, '__exportStar')) return [t.exportAllDeclaration(t.stringLiteral(required(given[0])))];
      if (t.isMemberExpression(callee) && named(callee.object, 'Object') && named(given[0], 'exports')) {
        if (given[1].value === '__esModule') return [];
        const get = given[2].properties.find(({ key }) => key.name === 'get');
        const { object, property } = get.value.body.body[0].argument;
        const from = state.sources.get(object.name);
        if (from === undefined) throw new Error(`whence ${object.name}?`);
        state.exported.set(given[1].value, undefined);
        return [
          t.exportNamedDeclaration(
            null,
            [t.exportSpecifier(property, t.identifier(given[1].value))],
            t.stringLiteral(from),
          ),
        ];
      }
    }
    if (!t.isAssignmentExpression(expression) || !isExport(expression.left)) return undefined;
    const name = expression.left.property.name;
    let last = expression;
    while (t.isAssignmentExpression(last.right) && isExport(last.right.left)) last = last.right;
    if (t.isUnaryExpression(last.right, { operator: 'void' })) return [];
    if (last !== expression || state.exported.has(name)) throw new Error(`${name} is exported twice`);
    const from = wrapped(last.right);
    if (from !== undefined) {
      state.exported.set(name, undefined);
      return [
        t.exportNamedDeclaration(
          null,
          [t.exportNamespaceSpecifier(t.identifier(name))],
          t.stringLiteral(from),
        ),
      ];
    }
    if (t.isIdentifier(last.right)) {
      state.exported.set(name, last.right.name);
      return [exportAs(last.right.name, name)];
    }
    const local = statement.scope.generateUid(name);
    state.exported.set(name, local);
    return [
      t.variableDeclaration('const', [t.variableDeclarator(t.identifier(local), last.right)]),
      exportAs(local, name),
    ];
  }

  return {
    name: 'back-to-imports',
    visitor: {
      Program(program) {
        const state = { exported: new Map(), sources: new Map() };
        for (const { node } of program.get('body'))
          if (t.isVariableDeclaration(node))
            for (const { id, init } of node.declarations)
              if (t.isIdentifier(id) && wrapped(init) !== undefined)
                state.sources.set(id.name, wrapped(init));
        const all = [];
        for (const statement of program.get('body')) all.push(turned(statement, state) ?? [statement.node]);
        const inline = [];
        program.node.body = all.flat();
        program.node.directives = [];
        program.node.sourceType = 'module';
        program.traverse({
          MemberExpression(path) {
            if (!isExport(path.node)) return;
            if (
              path.parentPath.isAssignmentExpression({ left: path.node }) ||
              path.parentPath.isUpdateExpression()
            )
              throw new Error(`${path.node.property.name} is another thing later`);
            const local = state.exported.get(path.node.property.name);
            if (local === undefined) throw new Error(`exports.${path.node.property.name} is not known`);
            path.replaceWith(t.identifier(local));
          },
          CallExpression(path) {
            const from = required(path.node);
            if (from === undefined) return;
            const local = program.scope.generateUid('inline');
            inline.push(star(local, from));
            path.replaceWith(t.identifier(local));
          },
          Identifier(path) {
            if (
              ['exports', 'module'].includes(path.node.name) &&
              path.isReferencedIdentifier() &&
              !path.scope.hasBinding(path.node.name)
            )
              throw new Error(`${path.node.name} is used as a value`);
          },
        });
        program.node.body.unshift(...inline);
      },
    },
  };
};
