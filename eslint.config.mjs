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

export default tseslint.config(
  { ignores: ["node_modules/**", ".next/**", ".rubrick/**", "next-env.d.ts", "public/**", "examples/**"] },
  ...next,
  ...tseslint.configs.recommended,
  {
    files: ["**/*.{ts,tsx,mjs}"],
    rules: {
      "import/no-cycle": ["error", { ignoreExternal: true }],
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
    ignores: ["**/*.test.ts"],
    rules: {
      "max-lines-per-function": ["error", 100],
      "no-restricted-properties": [
        "error",
        { object: "crypto", property: "randomUUID", message: "Pages without a certificate have none: newId has." },
      ],
    },
  },
  { files: ["server/db/**/*.ts"], rules: { "no-restricted-imports": "off" } },
);
