import { readFileSync, rmSync } from "node:fs";
import { relative } from "node:path";
import { createInterface } from "node:readline";
import { stripVTControlCharacters } from "node:util";
import { standBack, startChild } from "./processes.mjs";
import { say } from "./say.mjs";

/* Checks and test suites as child processes, in lanes that run beside each other, and what came of them. */

const jest = ["--experimental-vm-modules", "--no-warnings", "node_modules/jest/bin/jest.js"];
const toldSlowest = 20;
/** Lines of each failure that are told again at the end: a difference between long lists would bury the others. */
const toldLines = 16;

export class Suites {
  passed = 0;
  failed = 0;
  /** Seconds of each test, by its suite and name. */
  tests = [];
  /** What was not good, in words. */
  faults = [];

  /** Where Jest writes what came of its tests, and how far a lane stands back behind the others. */
  constructor(folder, niceness = {}) {
    this.folder = folder;
    this.niceness = niceness;
  }

  /** Runs a check; whether it was good. */
  async check(lane, name, args) {
    const good = await this.run(lane, name, args);
    if (!good) {
      this.failed++;
      this.faults.push(name);
    }
    return good;
  }

  /** Runs a program of Node to its end, letting its output through line by line under the lane's name. */
  async run(lane, name, args, env = {}) {
    say(`\n── ${lane}: ${name}`);
    const started = Date.now();
    const options = { env: { ...process.env, ...env }, stdio: ["ignore", "pipe", "pipe"] };
    const child = startChild(process.execPath, args, options);
    standBack(child.pid, this.niceness[lane] ?? 0);
    for (const [stream, out] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ])
      createInterface({ input: stream }).on("line", (line) => out.write(`${lane} │ ${line}\n`));
    const good = (await new Promise((resolve) => child.once("close", resolve))) === 0;
    say(`── ${lane}: ${name} ${good ? "is good" : "FAILED"}, ${secondsSince(started)} s`);
    return good;
  }

  /** Runs one of Jest's projects and counts its tests. */
  async test(lane, project, more = [], env = {}) {
    const file = `${this.folder}/${project}.json`;
    rmSync(file, { force: true });
    const args = [...jest, "--selectProjects", project, ...more, "--json", `--outputFile=${file}`];
    const good = await this.run(lane, `${project} tests`, args, env);
    const report = readReport(file);
    // What failed is counted test by test, or as one where Jest came to no report, or failed for another reason.
    this.failed += report?.numFailedTests || (good ? 0 : 1);
    this.passed += report?.numPassedTests ?? 0;
    for (const { name: file, assertionResults, message, status } of report?.testResults ?? []) {
      const suite = relative(process.cwd(), file);
      for (const { fullName, duration, failureMessages } of assertionResults) {
        const name = `${suite}: ${fullName}`;
        this.tests.push({ seconds: (duration ?? 0) / 1000, name });
        for (const why of failureMessages) this.faults.push(`${name}\n${inShort(why)}`);
      }
      // A suite may fail without one of its tests: it could not be read, or its end failed.
      if (status === "failed" && !assertionResults.some(({ failureMessages }) => failureMessages.length > 0))
        this.faults.push(`${suite}\n${inShort(message)}`);
    }
    if (!good && !report) this.faults.push(`${project} tests: no report`);
    return good;
  }

  /** Runs steps one after the other, all of them; whether all were good. */
  async lane(lane, steps) {
    const started = Date.now();
    let good = true;
    for (const step of steps) good = (await step(lane)) && good;
    say(`── ${lane}: all of it took ${secondsSince(started)} s`);
    return good;
  }

  /** Says once more, where a log ends, what was not good. */
  tellFaults() {
    if (this.faults.length > 0) say(`\nNot good:\n\n${this.faults.join("\n\n")}`);
  }

  tellSlowest() {
    say(`\nThe ${toldSlowest} slowest tests:`);
    const slowest = [...this.tests].sort((a, b) => b.seconds - a.seconds).slice(0, toldSlowest);
    for (const { seconds, name } of slowest) say(`${seconds.toFixed(1).padStart(6)} s  ${name}`);
  }
}

/** The beginning of what a test says and the place in it, without colours, indented. */
function inShort(why) {
  const lines = stripVTControlCharacters(why).trim().split("\n");
  const place = lines.slice(toldLines).find((line) => /^ +at .*\.test\.tsx?:\d+/.test(line)) ?? [];
  return lines
    .slice(0, toldLines)
    .concat(place)
    .map((line) => `  ${line}`)
    .join("\n");
}

const secondsSince = (ms) => ((Date.now() - ms) / 1000).toFixed(0);

function readReport(file) {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return undefined;
  }
}
