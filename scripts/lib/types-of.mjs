import ts from "typescript";

/*
 * `node scripts/lib/types-of.mjs file ...` says what is wrong with the types of these files of the project in this folder,
 * and of no other: checking all takes minutes, reading them seconds.
 */

const { config } = ts.readConfigFile("tsconfig.json", ts.sys.readFile);
const { fileNames, options } = ts.parseJsonConfigFileContent(config, ts.sys, ".");
const program = ts.createProgram(fileNames, { ...options, noEmit: true });
for (const name of process.argv.slice(2)) {
  const file = program.getSourceFile(ts.sys.resolvePath(name));
  if (!file) throw new Error(`${name} is no file of this project`);
  for (const { messageText } of program.getSemanticDiagnostics(file))
    console.log(`${name}: ${ts.flattenDiagnosticMessageText(messageText, "\n")}`);
}
