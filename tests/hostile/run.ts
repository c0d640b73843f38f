import { cpus, loadavg } from "node:os";
import { wrongWith } from "./input";
import { cancelTaken, table } from "./table";
import { quietPage, watched, watchHost, webMemory } from "./watch";

/*
 * `npm run hostile` sends everything of the table to the instance that `RUBRICK_TEST_URL` names, or the one on port 3000,
 * and tells of each what it got, how long others had to wait meanwhile for a call and for a page, and what it cost in
 * memory. `--only WORDS` sends those alone that are called so. How busy the machine is, and what the same page takes when nothing is sent, is told before and after: figures of
 * a busy machine say little. Ends with status 1 when anything is wrong.
 */

const mostOthersMs = 250;
const mostGrownMb = 300;
/** Share of processor time that the host may give to others before a wait says nothing of us. */
const mostStolen = 0.03;
const round = Math.round;

async function tellOfMachine(): Promise<{ halfMs: number; mostMs: number }> {
  const load = loadavg()[0]!.toFixed(1);
  const stolen = watchHost();
  const page = await quietPage();
  console.log(
    `machine: load ${load} on ${cpus().length} cores, ${round(100 * stolen())} % of them given to others by its host; the page by itself: half ${round(page.halfMs)} ms, slowest ${round(page.mostMs)} ms`,
  );
  return page;
}

const started = webMemory();
const quiet = await tellOfMachine();
let faults = 0;
let unjudged = 0;
const only = process.argv[process.argv.indexOf("--only") + 1];
const wanted = process.argv.includes("--only") ? table.filter(({ name }) => name.includes(only ?? "")) : table;
for (const input of wanted) {
  const { answer, seen } = await watched(input);
  const waits = [
    seen.othersMs > mostOthersMs ? "others waited" : undefined,
    seen.pageMs > quiet.mostMs + mostOthersMs ? "a page waited" : undefined,
  ].filter((fault) => fault !== undefined);
  const isOurs = seen.stolen < mostStolen;
  if (waits.length > 0 && !isOurs) unjudged++;
  const wrong = [
    wrongWith(input, answer),
    ...(isOurs ? waits : []),
    seen.grownMb > mostGrownMb ? "memory" : undefined,
  ].filter((fault) => fault !== undefined);
  if (wrong.length > 0) faults++;
  const word = wrong.length > 0 ? "WRONG  " : waits.length > 0 ? "unsure " : "good   ";
  const figures = [
    `${answer.status}`,
    `${round(seen.tookMs)} ms`,
    `others ${round(seen.othersMs)} ms`,
    `page ${round(seen.pageMs)} ms`,
    `${round(seen.grownMb)} MB`,
    `${round(100 * seen.stolen)} % stolen`,
  ];
  console.log(`${word}${input.name}: ${figures.join(", ")}${wrong.length > 0 ? `  (${wrong.join("; ")})` : ""}`);
}
await cancelTaken();
await tellOfMachine();
console.log(
  `${wanted.length} inputs, ${faults} wrong, ${unjudged} waits that the machine's host may have made; web process ${round(started)} → ${round(webMemory())} MB`,
);
process.exit(faults === 0 ? 0 : 1);
