import { spawn } from "node:child_process";
import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import { house } from "@/demo/house";
import { readDesign } from "@/demo/designs";
import { round, secondsOf, type Measurement } from "./measure";

const clips = 40;

/** Two render processes, each held to one core as two machines would be, against one. */
export async function measureWorkers(folder: string): Promise<Measurement[]> {
  const design = { ...readDesign("name-strap"), length: { default: 3, min: 3, max: 20 } };
  await writeFile(join(folder, "design.json"), JSON.stringify(design));
  await writeFile(join(folder, "house.json"), JSON.stringify(house));
  const rows = Array.from({ length: clips }, (_, i) => `Ngozi Fairweather ${i},Bed ${i}`);
  const sheet = async (name: string, part: readonly string[]) => {
    await writeFile(join(folder, name), ["Name,Role", ...part].join("\n"));
    return join(folder, name);
  };
  const run = (core: number, values: string) =>
    new Promise<void>((resolve, reject) => {
      const command = [
        ...["render", "--design", join(folder, "design.json"), "--house", join(folder, "house.json")],
        ...[
          "--values",
          values,
          "--format",
          "square",
          "--output",
          "see-through-clip",
          "--out",
          join(folder, `core${core}`),
        ],
      ];
      const child = spawn("taskset", ["-c", String(core), process.execPath, "cli/rubrick.mjs", ...command], {
        stdio: "ignore",
      });
      child.once("error", reject);
      child.once("close", (code) => (code === 0 ? resolve() : reject(new Error(`a render ended with ${code}`))));
    });
  const whole = await sheet("all.csv", rows);
  const first = await sheet("first.csv", rows.slice(0, clips / 2));
  const second = await sheet("second.csv", rows.slice(clips / 2));
  const one = await secondsOf(() => run(0, whole));
  const two = await secondsOf(() => Promise.all([run(0, first), run(1, second)]));
  return [
    {
      name: `two workers against one, ${clips} clips`,
      value: round(one / two),
      unit: "ratio",
      target: { is: "at least", value: 1.8 },
      detail: { oneS: round(one), twoS: round(two) },
    },
  ];
}
