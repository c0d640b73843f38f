const common = {
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  transform: {
    "^.+\\.tsx?$": [
      "<rootDir>/tests/transform.mjs",
      {
        jsc: {
          parser: { syntax: "typescript", tsx: true },
          target: "es2022",
          transform: { react: { runtime: "automatic" } },
        },
        module: { type: "es6" },
      },
    ],
  },
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/$1" },
  testEnvironment: "node",
  modulePathIgnorePatterns: ["<rootDir>/.next", "<rootDir>/.rubrick"],
};

const config = {
  // A busy machine answers late: what hangs is told after a quarter of an hour, what is slow is no fault. Single projects can't say so.
  testTimeout: 900_000,
  testSequencer: "<rootDir>/tests/sequencer.mjs",
  projects: [
    {
      ...common,
      displayName: "unit",
      testMatch: ["<rootDir>/{core,contract,render,server,worker,ui,cli,demo,scripts}/**/*.test.ts"],
    },
    {
      ...common,
      displayName: "components",
      testEnvironment: "<rootDir>/tests/page-environment.mjs",
      testMatch: ["<rootDir>/ui/**/*.test.tsx"],
    },
    // Against a running instance: what kills and stops its processes has one of its own.
    { ...common, displayName: "e2e", testMatch: ["<rootDir>/tests/{api,e2e,hostile}/**/*.test.ts"] },
    { ...common, displayName: "rough", testMatch: ["<rootDir>/tests/rough/**/*.test.ts"] },
  ],
};

export default config;
