import { mkdtemp, readFile, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { startInstance } from "@/scripts/lib/instance.mjs";
import { freePort } from "@/scripts/lib/settings.mjs";
import { designIds } from "@/demo/designs";
import { measureLayout } from "./layout";
import { measureMarks } from "./marks";
import { meets, type Measurement } from "./measure";
import { measurePainting } from "./painting";
import { measureWorkers } from "./workers";

/** `npm run bench -- [--json] [--only layout,painting,…]`: every target with what was measured in this run. */
const json = process.argv.includes("--json");
const only = process.argv[process.argv.indexOf("--only") + 1];
const wanted = process.argv.includes("--only") ? only?.split(",") : undefined;

const folder = await mkdtemp(join(tmpdir(), "rubrick-bench-"));

let instance: Awaited<ReturnType<typeof startInstance>> | undefined;

/** What is measured in the served product shares an instance, started when it is first needed. */
async function served(measure: () => Promise<Measurement[]>): Promise<Measurement[]> {
  if (!instance) {
    const port = await freePort(0);
    instance = await startInstance({ folder: join(folder, "instance"), port });
    process.env.RUBRICK_TEST_URL = instance.address;
  }
  // Loaded late: what reads the instance's address does so when it is loaded.
  return measure();
}

const parts: Readonly<Record<string, () => Promise<Measurement[]>>> = {
  layout: measureLayout,
  painting: measurePainting,
  preview: () => served(async () => (await import("./preview")).measurePreview(designIds)),
  editing: () => served(async () => (await import("./editing")).measureEditing()),
  videos: () => served(async () => (await import("./videos")).measureVideos(folder)),
  sheets: () => served(async () => (await import("./sheets")).measureSheets()),
  queue: () =>
    served(async () => {
      const workerPid = Number(await readFile(join(folder, "instance", "worker.pid"), "utf8"));
      return (await import("./queue-workers")).measureQueueWorkers(instance!.env, workerPid, folder);
    }),
  scale: () =>
    served(async () => {
      const workerPid = Number(await readFile(join(folder, "instance", "worker.pid"), "utf8"));
      return (await import("./scale")).measureScale(instance!.env.DATABASE_URL!, workerPid);
    }),
  // Loaded late, as the preview is: both bring in what reads the instance's address when it is loaded.
  encoding: async () => (await import("./encoding")).measureEncoding(folder),
  outputs: async () => (await import("./outputs")).measureOutputs(folder),
  orders: async () => (await import("./orders")).measureOrders(folder),
  air: () => served(async () => (await import("./orders")).measureAir()),
  marks: measureMarks,
  workers: () => measureWorkers(folder),
};

const found: Measurement[] = [];
try {
  for (const [name, measure] of Object.entries(parts)) {
    if (wanted && !wanted.includes(name)) continue;
    for (const line of await measure()) {
      found.push(line);
      if (!json) console.log(written(line));
    }
  }
} finally {
  await instance?.stop();
  await rm(folder, { recursive: true, force: true });
}
if (json)
  console.log(
    JSON.stringify(
      found.map((line) => ({ ...line, met: meets(line) })),
      null,
      2,
    ),
  );
process.exit(0);

function written(line: Measurement): string {
  const target = line.target ? ` (${line.target.is} ${line.target.value})` : "";
  const verdict = { true: "met   ", false: "MISSED", undefined: "      " }[String(meets(line)) as "true"];
  const detail = Object.entries(line.detail).map(([name, value]) => `${name} ${value}`);
  return `${verdict}  ${line.value} ${line.unit}${target}  ${line.name}  [${detail.join(", ")}]`;
}
