import { execFileSync } from "node:child_process";
import { expect, test } from "@jest/globals";
import { sessionsHaveNiceness } from "@/tests/support/sessions";

/* A system that lets us say how sessions share takes one such word in a tenth of a second, from all but administrators. */
const plain = process.getuid?.() === 0 ? ["--bounding-set", "-sys_admin", "--inh-caps", "-sys_admin"] : [];

const program = `
  import { spawn } from "node:child_process";
  import { readFileSync } from "node:fs";
  import { standBack } from ${JSON.stringify(new URL("./processes.mjs", import.meta.url).href)};
  const nicenessOf = (pid) => Number(/nice (-?\\d+)/.exec(readFileSync(\`/proc/\${pid}/autogroup\`, "utf8"))[1]);
  const started = Array.from({ length: 4 }, () => spawn("sleep", ["60"], { detached: true, stdio: "ignore" }));
  for (const { pid } of started) standBack(pid, 4);
  for (let i = 0; i < 50; i++) {
    if (started.every(({ pid }) => nicenessOf(pid) === 4)) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  console.log(JSON.stringify(started.map(({ pid }) => nicenessOf(pid) === 4)));
  for (const child of started) child.kill("SIGKILL");
`;

test("several processes started at once all stand back", async () => {
  if (!(await sessionsHaveNiceness())) return;
  const node = [process.execPath, "--input-type=module", "--eval", program];
  const answer = execFileSync("setpriv", [...plain, "--", ...node], { encoding: "utf8" });
  expect(JSON.parse(answer)).toEqual([true, true, true, true]);
});

test("they stand back as far where our own session can't be asked, or stands back itself", async () => {
  if (!(await sessionsHaveNiceness())) return;
  const back = `require("fs").writeFileSync("/proc/self/autogroup", "15");`;
  const run = `require("child_process").execFileSync(process.execPath, ["--input-type=module", "--eval", process.argv[1]])`;
  const own = ["setsid", "--wait", process.execPath, "--eval", `${back} process.stdout.write(${run})`, program];
  for (let i = 0; ; i++)
    try {
      expect(JSON.parse(execFileSync(own[0]!, own.slice(1), { encoding: "utf8" }))).toEqual([true, true, true, true]);
      return;
    } catch (error) {
      // Others' words to the kernel may have come first.
      if (i === 5 || !String(error).includes("EAGAIN")) throw error;
    }
});
