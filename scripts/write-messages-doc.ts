import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import prettier from "prettier";
import ts from "typescript";

/**
 * Writes `docs/messages.md`: what the server refuses and what jobs end with, in which words, from where, and which test has
 * seen it. `--check` only says whether it is up to date and whether every message was seen.
 */
const file = "docs/messages.md";
const rooms = ["server", "app", "scripts/lib"];
/** Where jobs find what they end with, and errors whose words are told to people as they are, by where these stand in them. */
const jobRooms = ["worker", "render", "server/files/parse", "core/package"];
const toldErrors: Readonly<Record<string, number>> = { FootageError: 0, PackageError: 0, ChoiceError: 1 };

interface Told {
  readonly words: string;
  readonly where: string;
  /** Of a refusal; a job has none. */
  readonly status?: string;
  readonly code?: string;
}

const under = (room: string): string[] =>
  readdirSync(room, { recursive: true, encoding: "utf8" }).map((path) => join(room, path));
const isTest = (path: string) => /\.test\.tsx?$/.test(path);

/** What a text is made of in its source; what is put into it when it is said is “…”. A choice is all of its texts. */
function textsOf(node: ts.Expression, source: ts.SourceFile): string[] {
  if (ts.isStringLiteralLike(node)) return [node.text];
  if (ts.isTemplateExpression(node))
    return [node.head.text + node.templateSpans.map(({ literal }) => `…${literal.text}`).join("")];
  if (ts.isConditionalExpression(node)) return [...textsOf(node.whenTrue, source), ...textsOf(node.whenFalse, source)];
  if (ts.isParenthesizedExpression(node)) return textsOf(node.expression, source);
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken)
    return [...textsOf(node.left, source), ...textsOf(node.right, source)];
  if (ts.isBinaryExpression(node)) return [textsOf(node.left, source)[0]! + textsOf(node.right, source)[0]!];
  if (ts.isIdentifier(node)) return declared(node, source);
  return ["…"];
}

/** The texts of a constant that is declared before its use in the same function, or in the file. */
function declared(use: ts.Identifier, source: ts.SourceFile): string[] {
  let last: ts.Expression | undefined;
  const visit = (node: ts.Node): void => {
    if (node.pos > use.pos) return;
    if (ts.isVariableDeclaration(node) && node.name.getText(source) === use.text && node.initializer)
      last = node.initializer;
    ts.forEachChild(node, visit);
  };
  visit(ts.findAncestor(use, ts.isFunctionLike) ?? source);
  if (!last) visit(source);
  return last ? textsOf(last, source) : ["…"];
}

/** What is said in a file, by what finds it there. */
function toldIn(path: string, find: (node: ts.Node, source: ts.SourceFile) => Omit<Told, "where">[]): Told[] {
  const source = ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true);
  const found: Told[] = [];
  const visit = (node: ts.Node): void => {
    found.push(...find(node, source).map((one) => ({ ...one, where: path })));
    ts.forEachChild(node, visit);
  };
  visit(source);
  // What is told on in somebody else's words has its own table there.
  return found.filter(({ words }) => /\p{L}/u.test(words));
}

function refusals(node: ts.Node, source: ts.SourceFile): Omit<Told, "where">[] {
  if (!ts.isNewExpression(node) || node.expression.getText(source) !== "Refusal" || !node.arguments) return [];
  const [status, code, message] = node.arguments;
  const of = { status: status!.getText(source), code: textsOf(code!, source)[0]! };
  return textsOf(message!, source).map((words) => ({ ...of, words }));
}

/** What a job may end with: errors whose words are told, and `{message, final}` for those that have none. */
function endings(node: ts.Node, source: ts.SourceFile): Omit<Told, "where">[] {
  if (ts.isNewExpression(node) && node.arguments) {
    const at = toldErrors[node.expression.getText(source)];
    return at === undefined ? [] : textsOf(node.arguments[at]!, source).map((words) => ({ words }));
  }
  if (!ts.isObjectLiteralExpression(node)) return [];
  const named = (name: string) => node.properties.find((one) => one.name?.getText(source) === name);
  const message = named("message");
  if (!message || !named("final")) return [];
  const said = ts.isPropertyAssignment(message) ? message.initializer : message.name;
  return textsOf(said as ts.Expression, source).map((words) => ({ words }));
}

const sources = (all: readonly string[]) =>
  all.flatMap(under).filter((path) => path.endsWith(".ts") && !isTest(path) && !path.includes("/testing/"));
const refused = sources(rooms).flatMap((path) => toldIn(path, refusals));
const ended = sources(jobRooms).flatMap((path) => toldIn(path, endings));
const tests = ["core", "server", "ui", "worker", "render", "cli", "scripts", "tests", "demo"]
  .flatMap(under)
  // A component test is told by itself what the server would say.
  .filter((path) => path.endsWith(".ts") && (isTest(path) || path.startsWith("tests")))
  .map((path) => [path, readFileSync(path, "utf8")] as const);

/** The test that has seen a message: by its code, or by the words that are the same each time. */
function seenBy({ code, words }: Told): string | undefined {
  const longest = words
    .split("…")
    .sort((a, b) => b.length - a.length)[0]!
    .replace(/^[^\p{L}]+|[^\p{L}]+$/gu, "");
  const by = (has: (text: string) => boolean) => tests.find(([, text]) => has(text))?.[0];
  return (
    (longest.length > 8 ? by((text) => text.includes(longest)) : undefined) ??
    (code === undefined ? undefined : by((text) => text.includes(`"${code}"`)))
  );
}

const cell = (text: string) => text.replaceAll("|", "\\|").replaceAll("…", "\\_");
const bySeen = (all: readonly Told[]) =>
  all
    .map((one) => ({ ...one, seen: seenBy(one) }))
    .sort((a, b) => (a.code ?? "").localeCompare(b.code ?? "") || a.words.localeCompare(b.words));
const [refusedRows, endedRows] = [bySeen(refused), bySeen(ended)];
const unseen = [...refusedRows, ...endedRows].filter(({ seen }) => seen === undefined);
const test = (seen: string | undefined) => (seen === undefined ? "" : `\`${seen}\``);
const refusedLines = refusedRows.map(
  ({ status, code, words, where, seen }) =>
    `| ${cell(words)} | \`${code}\` (${status}) | \`${where}\` | ${test(seen)} |`,
);
const endedLines = endedRows.map(({ words, where, seen }) => `| ${cell(words)} | \`${where}\` | ${test(seen)} |`);
const page = `# Messages

What the server refuses, in the words that people read: what happened, then what they can do. A blank \\_ is filled in when
it is said. Findings about a design have their own table in \`core/checks\`; they are told with the design.

| Message | Code (status) | From | Seen in |
| --- | --- | --- | --- |
${refusedLines.join("\n")}

## What a job ends with

What stands at a file, a package or an upload that could not be made or read, beside what the server refuses.

| Message | From | Seen in |
| --- | --- | --- |
${endedLines.join("\n")}
`;

const options = await prettier.resolveConfig(file);
const text = await prettier.format(page, { ...options, filepath: file });
for (const { words, where } of unseen) console.error(`No test sees “${words}” of ${where}.`);
if (!process.argv.includes("--check")) writeFileSync(file, text);
else if (readFileSync(file, "utf8") !== text) {
  console.error(`${file} is out of date: run npm run docs.`);
  process.exitCode = 1;
}
if (unseen.length > 0) process.exitCode = 1;
