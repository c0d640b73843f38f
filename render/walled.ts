import { spawnSync } from "node:child_process";

/*
 * What reads files of strangers sees neither our settings nor, where the system lets everybody make namespaces, any other
 * process, their environments or the network: what it is made to do there reaches nothing of ours.
 */

/** A process tree, mounts and a network of its own, under the same user; all of it ends with the first. */
const namespaces = ["--user", "--map-current-user", "--pid", "--mount-proc", "--net", "--fork", "--kill-child=SIGKILL"];

let known: boolean | undefined;

/** Whether walls can be put up here: some containers and hardened systems don't let anybody but root. */
export function canWall(): boolean {
  known ??= spawnSync("unshare", [...namespaces, "true"], { stdio: "ignore" }).status === 0;
  return known;
}

/** A command as it runs within these limits of `prlimit`, after everybody else. */
export const limited = (limits: readonly string[], command: readonly string[]): [string, string[]] => [
  "prlimit",
  [...limits, "nice", "-n", "10", ...command],
];

/** The same behind walls, where there can be any. */
export function walled(limits: readonly string[], command: readonly string[]): [string, string[]] {
  const [prlimit, held] = limited(limits, command);
  if (!canWall()) return [prlimit, held];
  // The first process of its own tree would ignore most signals, and `unshare` tells of none: a shell is it, and tells
  // them as shells do.
  const first = ["sh", "-c", '"$@"; exit $?', "sh"];
  return ["unshare", [...namespaces, ...first, prlimit, ...held]];
}

/** An environment of what every program needs, and of these of our settings. */
export function bareEnvironment(settings: readonly string[] = []): NodeJS.ProcessEnv {
  const kept = ["PATH", "HOME", "LANG", "TMPDIR", "NODE_ENV", ...settings];
  return Object.fromEntries(
    kept.flatMap((name) => (process.env[name] === undefined ? [] : [[name, process.env[name]]])),
  ) as NodeJS.ProcessEnv;
}
