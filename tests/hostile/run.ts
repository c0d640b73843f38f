import { wrongWith } from "./input";
import { cancelTaken, table } from "./table";
import { watched, webMemory } from "./watch";

/*
 * `npm run hostile` sends everything of the table to the instance that `RUBRICK_TEST_URL` names, or the one on port 3000,
 * and tells of each what it got, how long others had to wait meanwhile, and what it cost in memory. Ends with status 1
 * when anything is wrong.
 */

const mostOthersMs = 250;
const mostGrownMb = 300;
const started = webMemory();
let faults = 0;
for (const input of table) {
  const { answer, seen } = await watched(input);
  const wrong = [
    wrongWith(input, answer),
    seen.othersMs > mostOthersMs ? "others waited" : undefined,
    seen.grownMb > mostGrownMb ? "memory" : undefined,
  ].filter((fault) => fault !== undefined);
  if (wrong.length > 0) faults++;
  const figures = [answer.status, `${Math.round(seen.tookMs)} ms`, `others ${Math.round(seen.othersMs)} ms`];
  console.log(
    `${wrong.length === 0 ? "good " : "WRONG"}  ${input.name}: ${[...figures, `${Math.round(seen.grownMb)} MB`].join(", ")}${wrong.length > 0 ? `  (${wrong.join("; ")})` : ""}`,
  );
}
await cancelTaken();
console.log(
  `${table.length} inputs, ${faults} wrong; web process ${Math.round(started)} → ${Math.round(webMemory())} MB`,
);
process.exit(faults === 0 ? 0 : 1);
