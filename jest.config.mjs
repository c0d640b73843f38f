const common = {
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  transform: {
    "^.+\\.tsx?$": [
      "<rootDir>/tests/transform.mjs",
      { jsc: { parser: { syntax: "typescript", tsx: true }, target: "es2022" }, module: { type: "es6" } },
    ],
  },
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/$1" },
  testEnvironment: "node",
  modulePathIgnorePatterns: ["<rootDir>/.next", "<rootDir>/.rubrick"],
};

const config = {
  testSequencer: "<rootDir>/tests/sequencer.mjs",
  projects: [
    {
      ...common,
      displayName: "unit",
      testMatch: ["<rootDir>/{core,contract,render,server,worker,ui,cli,demo,scripts}/**/*.test.ts"],
    },
    // A busy machine answers late: what hangs is told after two minutes, what is slow is no fault.
    { ...common, displayName: "e2e", testMatch: ["<rootDir>/tests/**/*.test.ts"], testTimeout: 120_000 },
  ],
};

export default config;
