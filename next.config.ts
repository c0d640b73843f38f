import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: [
    "@aws-sdk/client-s3",
    "flydrive",
    "harfbuzzjs",
    "knex",
    "@node-rs/argon2",
    "@napi-rs/canvas",
    "pino",
  ],
  sassOptions: { quietDeps: true, silenceDeprecations: ["import"] },
  poweredByHeader: false,
  // All that goes out is compressed in one place, where it comes in (`scripts/lib/front.mjs`).
  compress: false,
  typescript: { ignoreBuildErrors: true }, // types are checked once, by `npm run types`
  turbopack: {
    root: import.meta.dirname,
    // HarfBuzz's loader asks for Node's "module" in a branch that a browser never takes.
    resolveAlias: { module: { browser: "./ui/stage/empty.ts" } },
  },
};

export default config;
