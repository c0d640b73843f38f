import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync, statSync, truncateSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, test } from "@jest/globals";
import { startDatabase } from "@/scripts/lib/mariadb.mjs";
import { environment, readSettings } from "@/scripts/lib/settings.mjs";
import { ownUser } from "@/scripts/lib/user.mjs";
import { connect } from "@/server/db/connection";
import { as, readExport, startExport, until } from "../support/api";
import { beginWithPanel } from "../support/panel-design";
const work = mkdtempSync(join(tmpdir(), "rubrick-backup-"));
const file = join(work, "all.tar");
const restored = join(process.env.RUBRICK_TEST_FOLDER ?? ".rubrick", "restored");
afterAll(() => {
  for (const path of [work, restored]) rmSync(path, { recursive: true, force: true });
});

/** The environment of somebody at a shell, for another folder: no settings of the instance that runs. */
const shell = (folder: string): NodeJS.ProcessEnv => {
  const { DATABASE_URL: _, STORAGE_URL: __, WORK_FOLDER: ___, SESSION_SECRET: ____, ...rest } = process.env;
  return { ...rest, RUBRICK_FOLDER: folder };
};

test("a backup taken while patches go on is restored to one instant, with every file that its rows name", async () => {
  const id = await startExport();
  await until(
    () => readExport(id),
    (job) => job.state === "done",
  );
  const draft = (await beginWithPanel("Backed up")).data.id;
  let revision = 1;
  let going = true;
  const typing = (async () => {
    while (going) {
      const patches = [{ op: "replace", path: ["about"], value: `revision ${revision + 1}` }];
      const { status } = await as("tomas", "POST", `/api/designs/${draft}/patches`, { revision, patches });
      // On a busy machine the database may be late for a moment.
      expect([200, 503]).toContain(status);
      if (status === 200) revision++;
    }
  })();
  const before = revision;
  const { spawn } = await import("node:child_process");
  const backup = spawn(process.execPath, ["cli/rubrick.mjs", "backup", file], { stdio: "ignore" });
  expect(await new Promise((resolve) => backup.once("close", resolve))).toBe(0);
  going = false;
  await typing;
  expect(revision).toBeGreaterThan(before);
  expect(statSync(file).mode & 0o077).toBe(0);

  execFileSync(process.execPath, ["cli/rubrick.mjs", "restore", file], { env: shell(restored), stdio: "ignore" });
  const instance = readSettings(restored);
  const root = join(process.cwd(), restored);
  const server = await startDatabase({ ...instance, root, user: ownUser(root) });
  const kept = { ...process.env };
  for (const name of ["DATABASE_URL", "STORAGE_URL", "WORK_FOLDER"]) delete process.env[name];
  const db = connect(environment({ ...instance, root }, 0).DATABASE_URL!);
  Object.assign(process.env, kept);
  // Second factors open with what they were sealed with; nobody is signed in by a session that may have ended since.
  expect(instance.settings.sessionSecret).toBe(process.env.SESSION_SECRET);
  expect(() => statSync(join(restored, "seal"))).toThrow();
  try {
    expect(await db("session").select("id")).toEqual([]);
    const row = await db("design").where({ id: draft }).first();
    expect(row.revision).toBeGreaterThanOrEqual(before);
    expect(row.revision).toBeLessThanOrEqual(revision);
    // The tables are of one instant: the document is that of its revision.
    const document = typeof row.draft === "string" ? JSON.parse(row.draft) : row.draft;
    expect(document.about).toBe(row.revision === 1 ? "" : `revision ${row.revision}`);
    const hashes = [
      ...(await db("media").select("hash")).map((media) => media.hash as string),
      (await db("export").where({ id }).first()).file_hash as string,
    ];
    for (const hash of hashes) {
      const bytes = readFileSync(join(restored, "storage", hash.slice(0, 2), hash));
      expect(createHash("sha256").update(bytes).digest("hex")).toBe(hash);
    }
  } finally {
    await db.destroy();
    await server.stop();
  }
});

test("a backup that is cut off is refused, and nothing of it is left; nor is data that is there written over", () => {
  const again = spawnSync(process.execPath, ["cli/rubrick.mjs", "restore", file], {
    env: shell(restored),
    encoding: "utf8",
  });
  expect([again.status, again.stderr]).toEqual([1, expect.stringContaining("has data already")]);
  const other = `${restored}-2`;
  // In the middle of a file, and just behind one, where nothing but its end is missing.
  const listed = execFileSync("tar", ["-tvRf", file], { encoding: "utf8" });
  const behind = Number(/^block (\d+): .* storage\/$/m.exec(listed)![1]) * 512;
  for (const bytes of [200_001, behind]) {
    truncateSync(file, bytes);
    const cut = spawnSync(process.execPath, ["cli/rubrick.mjs", "restore", file], {
      env: shell(other),
      encoding: "utf8",
    });
    expect([cut.status, cut.stderr]).toEqual([1, expect.stringContaining("cut off")]);
  }
  expect(() => statSync(other)).toThrow();
  expect(() => statSync(`${other}.restoring`)).toThrow();
});
