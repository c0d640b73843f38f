import next from "eslint-config-next/core-web-vitals";
import tseslint from "typescript-eslint";

/** Rooms from the ground floor up, each with the rooms it may import from. */
const rooms = {
  core: [],
  contract: ["core"],
  render: ["core"],
  server: ["core", "contract", "render"],
  worker: ["core", "contract", "render", "server"],
  ui: ["core", "contract"],
  receivers: ["core", "contract", "ui"],
  app: ["core", "contract", "server", "ui", "receivers"],
  cli: ["core", "contract", "render", "server"],
  demo: ["core", "contract", "render", "server"],
};

const zones = Object.entries(rooms).map(([room, allowed]) => ({
  target: `./${room}`,
  from: Object.keys(rooms)
    .filter((other) => other !== room && !allowed.includes(other))
    .map((other) => `./${other}`),
  message: `${room}/ may import only from: ${allowed.join(", ") || "nothing of ours"}.`,
}));

const restricted = (patterns) => ["error", { patterns }];
const hostless = {
  group: ["react", "react-dom", "react-bootstrap", "next", "next/*", "knex", "node:*", "@napi-rs/*"],
  message: "core/ is pure computation.",
};
const knexOnly = { group: ["knex"], message: "Only server/db imports knex." };

/*
 * Words that screens and messages do not use, because people look for others: “Remove”, “Import table”, “Transparent”,
 * “Fix”, “Archive”, “Save as”, “playhead” …
 */
const unwanted = [
  "Take (away|off|out|back|in a table)",
  "[Bb]ring (in|along|a film|it back|it to the air)",
  "[Bb]rought along",
  "[Pp]ut (away|back)",
  "Mend(ed)?",
  "Looked at",
  "Keep (under a name|as a beginning)",
  "Begins as",
  "[Ww]orn by",
  "[Ss]ee-through(?!-)",
  "Picture for letters",
  "Page to embed",
  "letter box",
  "Weighs",
  "Underway",
  "Cut to the ink",
  "Stands on",
  "Widest",
  "Lines at most",
  "Shrinks to",
  "Boxes behind",
  "Panel behind",
  "Show only inside",
  "Shows the time",
  "Let it be filled in",
  "Try values",
  "the needle",
  "called so",
  "not lately",
  "[Ww]hoever",
  "anew",
  "be rid of",
].join("|");
const plainWords = ["JSXText[value", "Literal[value", "TemplateElement[value.raw"].map((start) => ({
  selector: `${start}=/(^|[^\\w-])(${unwanted})(?![\\w-])/]`,
  message: "Screens and messages use plain words and the trade’s terms; see docs/glossary.md.",
}));

export default tseslint.config(
  { ignores: ["node_modules/**", ".next/**", ".rubrick/**", "next-env.d.ts", "public/**", "examples/**"] },
  ...next,
  ...tseslint.configs.recommended,
  {
    files: ["**/*.{ts,tsx,mjs}"],
    rules: {
      "import/no-restricted-paths": ["error", { basePath: import.meta.dirname, zones }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "no-restricted-imports": restricted([knexOnly]),
      eqeqeq: "error",
      // Signing in and out must load the page anew: nothing of the last member may stay in memory.
      "@next/next/no-location-assign-relative-destination": "off",
    },
    settings: {
      "import/resolver": { typescript: { project: "./tsconfig.json" } },
      // Packages are not read for cycles: only our own files can be part of one.
      "import/ignore": ["node_modules"],
    },
  },
  {
    files: ["core/**/*.ts"],
    ignores: ["**/*.test.ts", "core/testing/**"],
    rules: { "no-restricted-imports": restricted([hostless]) },
  },
  {
    files: ["{ui,receivers}/**/*.{ts,tsx}"],
    ignores: ["**/*.test.{ts,tsx}"],
    rules: {
      "max-lines-per-function": ["error", 100],
      "no-restricted-properties": [
        "error",
        { object: "crypto", property: "randomUUID", message: "Pages without a certificate have none: newId has." },
      ],
    },
  },
  {
    files: ["{app,cli,core,receivers,render,server,ui,worker}/**/*.{ts,tsx}"],
    ignores: ["**/*.test.{ts,tsx}"],
    rules: { "no-restricted-syntax": ["error", ...plainWords] },
  },
  // Tests of screens show the demo world.
  { files: ["ui/**/*.test.tsx"], rules: { "import/no-restricted-paths": "off" } },
  { files: ["server/db/**/*.ts"], rules: { "no-restricted-imports": "off" } },
);
