import ts from "typescript";

const isTypeOnly = (node: ts.ImportDeclaration | ts.ExportDeclaration): boolean => {
  const clause = ts.isImportDeclaration(node) ? node.importClause : node;
  if (clause?.isTypeOnly) return true;
  if (ts.isImportDeclaration(node) && node.importClause?.name) return false;
  const names = ts.isImportDeclaration(node) ? node.importClause?.namedBindings : node.exportClause;
  const isNamed = names && (ts.isNamedImports(names) || ts.isNamedExports(names));
  return isNamed === true && names.elements.length > 0 && names.elements.every((name) => name.isTypeOnly);
};

/** What a program's text imports, now or later, as it is written there; not what is imported for types alone. */
export function importsOf(text: string, path: string): string[] {
  const found: string[] = [];
  const add = (name: ts.Node | undefined) => name && ts.isStringLiteral(name) && found.push(name.text);
  const look = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) {
      if (!isTypeOnly(node)) add(node.moduleSpecifier);
    } else if (ts.isCallExpression(node) && node.expression.kind === ts.SyntaxKind.ImportKeyword)
      add(node.arguments[0]);
    else ts.forEachChild(node, look);
  };
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.ES2022);
  if (text.includes("import(")) look(source);
  else
    source.statements.forEach(
      (statement) => (ts.isImportDeclaration(statement) || ts.isExportDeclaration(statement)) && look(statement),
    );
  return found;
}

/**
 * Groups of files that lead back to each other, each in the order of its names.
 * Source: Tarjan, “Depth-first search and linear graph algorithms”, SIAM Journal on Computing 1 (1972).
 */
export function cyclesOf(graph: ReadonlyMap<string, readonly string[]>): string[][] {
  const order = new Map<string, number>();
  const lowest = new Map<string, number>();
  const open: string[] = [];
  const cycles: string[][] = [];
  const visit = (file: string): void => {
    const at = order.size;
    order.set(file, at);
    lowest.set(file, at);
    open.push(file);
    for (const next of graph.get(file) ?? []) {
      if (!order.has(next)) visit(next);
      if (open.includes(next)) lowest.set(file, Math.min(lowest.get(file)!, lowest.get(next)!));
    }
    if (lowest.get(file) !== at) return;
    const group = open.splice(open.indexOf(file));
    if (group.length > 1 || graph.get(file)?.includes(file)) cycles.push(group.sort());
  };
  for (const file of graph.keys()) if (!order.has(file)) visit(file);
  return cycles.sort();
}
