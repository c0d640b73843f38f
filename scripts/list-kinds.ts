import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { format, resolveConfig } from "prettier";
import { registries, type Registry } from "./registries";

/*
 * `npm run kinds`: lists the entries of every registry in the index of its folder, so that adding one is adding its file.
 */

const camel = (name: string): string => {
  const joined = name.replace(/-([a-z0-9])/g, (_, letter: string) => letter.toUpperCase());
  return /^\d/.test(joined) ? `_${joined}` : joined;
};

/** Files of a registry's folder that hold an entry. */
export function entriesOf(root: string, { folder, entry }: Registry): string[] {
  return readdirSync(join(root, folder))
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$|^kinds\./.test(name))
    .filter((name) => readFileSync(join(root, folder, name), "utf8").includes(`export const ${entry} =`))
    .map((name) => name.replace(/\.tsx?$/, ""))
    .sort();
}

/** The text of a registry's index. */
export async function indexOf(root: string, registry: Registry): Promise<string> {
  const { entry, table, schemas, satisfies } = registry;
  const names = entriesOf(root, registry);
  const lines = [
    "// Written by `npm run kinds` from the files of this folder.",
    ...(satisfies ? [`import type { ${satisfies.type} } from "${satisfies.from}";`] : []),
    ...names.map((name) => `import { ${entry} as ${camel(name)} } from "./${name}";`),
    "",
    `export const ${table} = {`,
    ...names.map((name) => `  "${name}": ${camel(name)},`),
    satisfies ? `} satisfies ${satisfies.as ?? satisfies.type};` : "} as const;",
    ...(schemas
      ? ["", `export const ${schemas} = [${names.map((name) => `${camel(name)}.schema`).join(", ")}] as const;`]
      : []),
  ];
  const settings = await resolveConfig(join(process.cwd(), "package.json"));
  return format(lines.join("\n") + "\n", { ...settings, parser: "typescript" });
}

export const indexPath = (root: string, { folder }: Registry): string => join(root, folder, "kinds.ts");

/** Writes the index of every registry below a folder. */
export async function listKinds(root: string): Promise<void> {
  for (const registry of registries) writeFileSync(indexPath(root, registry), await indexOf(root, registry));
}

if (process.argv[1]?.endsWith("list-kinds.ts")) await listKinds(process.cwd());
