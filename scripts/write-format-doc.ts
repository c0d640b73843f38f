import { readFileSync, writeFileSync } from "node:fs";
import prettier from "prettier";
import { z } from "zod";
import { namedSchemas } from "@/core/document/schemas";

/** Writes `docs/format.md` from the schemas; `--check` only says whether it is up to date. */
const file = "docs/format.md";
const chapters = Object.entries(namedSchemas);
const nameOf = new Map<unknown, string>(chapters.map(([name, schema]) => [schema, name]));
for (const [schema, name] of nameOf) {
  const known = schema as z.ZodType;
  z.globalRegistry.add(known, { ...z.globalRegistry.get(known), id: name });
}

interface Json {
  $ref?: string;
  type?: string;
  description?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: Json[];
  oneOf?: Json[];
  allOf?: Json[];
  items?: Json | false;
  prefixItems?: Json[];
  properties?: Record<string, Json>;
  additionalProperties?: Json | boolean;
  required?: string[];
  default?: unknown;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  minLength?: number;
  maxLength?: number;
  minItems?: number;
  maxItems?: number;
  multipleOf?: number;
  pattern?: string;
}

const slug = (name: string) => name.toLowerCase().replaceAll(" ", "-");
const code = (value: unknown) => `\`${JSON.stringify(value)}\``;
const cell = (text: string) => text.replaceAll("|", "\\|");

function range(json: Json): string {
  const parts: string[] = [];
  if (json.minimum !== undefined && json.maximum !== undefined) parts.push(`${json.minimum} to ${json.maximum}`);
  else if (json.minimum !== undefined) parts.push(`at least ${json.minimum}`);
  else if (json.maximum !== undefined && json.maximum < 1e15) parts.push(`at most ${json.maximum}`);
  if (json.multipleOf !== undefined) parts.push(`in steps of ${json.multipleOf}`);
  if (json.maxLength !== undefined) parts.push(`${json.minLength ?? 0} to ${json.maxLength} characters`);
  if (json.maxItems !== undefined) parts.push(`${json.minItems ?? 0} to ${json.maxItems}`);
  if (json.pattern && json.maxLength === undefined) parts.push(`matches \`${json.pattern}\``);
  return parts.length > 0 ? ` (${parts.join(", ")})` : "";
}

/** One line that says what a value may be. */
function written(json: Json): string {
  if (json.$ref) {
    const name = json.$ref.split("/").pop()!;
    if (name.startsWith("__schema")) return "any JSON value";
    return `[${name}](#${slug(name)})`;
  }
  const choices = json.anyOf ?? json.oneOf;
  if (choices) return choices.map(written).join(" or ");
  if (json.allOf) return json.allOf.map(written).join(" and ");
  if (json.const !== undefined) return code(json.const);
  if (json.enum) return json.enum.map(code).join(", ");
  if (json.prefixItems) return `list of ${json.prefixItems.length}: ${written(json.prefixItems[0]!)}`;
  if (json.type === "array" && json.items) return `list of ${written(json.items)}${range(json)}`;
  if (json.properties) {
    const inner = Object.entries(json.properties).map(([name, value]) => `${name}: ${written(value)}`);
    return `{ ${inner.join("; ")} }`;
  }
  if (typeof json.additionalProperties === "object") return `map to ${written(json.additionalProperties)}`;
  return `${json.type ?? "any value"}${range(json)}`;
}

function table(json: Json): string {
  const rows = Object.entries(json.properties ?? {}).map(([name, value]) => {
    const needed = json.required?.includes(name) && value.default === undefined;
    const fallback = value.default === undefined ? (needed ? "**needed**" : "") : code(value.default);
    return `| \`${name}\` | ${cell(written(value))} | ${cell(fallback)} | ${cell(value.description ?? "")} |`;
  });
  return ["| property | value | unless given | meaning |", "| --- | --- | --- | --- |", ...rows].join("\n");
}

/** Properties that all kinds of a union share, word for word. */
function sharedBy(choices: readonly Json[]): Record<string, Json> {
  const objects = choices.filter((choice) => choice.properties);
  if (objects.length < 2) return {};
  const [first, ...others] = objects.map((choice) => choice.properties!);
  const same = Object.entries(first!).filter(
    ([key, value]) => key !== "kind" && others.every((o) => JSON.stringify(o[key]) === JSON.stringify(value)),
  );
  return Object.fromEntries(same);
}

function chapter(name: string, schema: z.ZodType): string {
  const json = z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }) as Json & {
    $defs?: Record<string, Json>;
  };
  const own = json.$ref ? json.$defs![json.$ref.split("/").pop()!]! : json;
  const lines = [`## ${name}`, own.description === name ? "" : (own.description ?? "")];
  const choices = own.anyOf ?? own.oneOf;
  if (own.properties) lines.push(table(own));
  else if (choices?.some((choice) => choice.properties)) {
    const shared = sharedBy(choices);
    if (Object.keys(shared).length > 0) {
      lines.push(`Every kind has:`, table({ properties: shared, required: choices[0]!.required ?? [] }));
    }
    for (const choice of choices) {
      if (!choice.properties) {
        lines.push(written(choice));
        continue;
      }
      const own = Object.entries(choice.properties).filter(([key]) => key !== "kind" && !(key in shared));
      const kind = choice.properties.kind?.const;
      lines.push(kind ? `### ${name} \`${String(kind)}\`` : "### Or an object", choice.description ?? "");
      if (own.length > 0) lines.push(table({ ...choice, properties: Object.fromEntries(own) }));
    }
  } else lines.push(written(own));
  return lines.filter(Boolean).join("\n\n");
}

const lead = readFileSync("docs/format-lead.md", "utf8").trim();
const body = chapters.map(([name, schema]) => chapter(name, schema)).join("\n\n");
const config = await prettier.resolveConfig(file);
const text = await prettier.format(`${lead}\n\n${body}\n`, { ...config, parser: "markdown" });
if (process.argv.includes("--check")) {
  if (readFileSync(file, "utf8") !== text) {
    console.error(`${file} is behind the schemas: run "npm run docs".`);
    process.exit(1);
  }
} else writeFileSync(file, text);
