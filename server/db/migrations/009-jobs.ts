import type { Knex } from "knex";
import { alterOnce, createOnce } from "../steps";

export const name = "009-jobs";

/**
 * A job is not its subject: what workers do has a table of its own, and an export only says which job makes it. What has
 * happened is told in a table of events.
 */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "job", (t) => {
    t.bigIncrements("seq");
    t.string("id", 20).notNullable().unique();
    t.string("kind", 20).notNullable();
    t.json("payload").notNullable();
    t.string("subject", 120);
    t.string("owner", 20).references("member.id");
    t.enum("state", ["waiting", "leased", "done", "failed", "cancelled"]).notNullable().defaultTo("waiting");
    t.integer("priority").notNullable().defaultTo(0);
    t.bigInteger("turn").unsigned().notNullable().defaultTo(0);
    t.double("cost_s").notNullable().defaultTo(1);
    t.dateTime("available_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.dateTime("leased_at", { precision: 3 });
    t.string("lease_token", 40);
    t.string("worker", 80);
    t.integer("attempts").notNullable().defaultTo(0);
    t.integer("failures").notNullable().defaultTo(0);
    t.boolean("cancel_requested").notNullable().defaultTo(false);
    t.string("stage", 20).notNullable().defaultTo("waiting");
    t.integer("done").notNullable().defaultTo(0);
    t.integer("total").notNullable().defaultTo(0);
    t.text("error");
    t.json("result");
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.dateTime("ended_at", { precision: 3 });
    t.index(["state", "available_at"], "job_due");
    t.index(["state", "ended_at"], "job_ended");
    t.index(["owner", "state", "turn"], "job_owner");
    t.index(["kind", "subject"], "job_subject");
  });
  await db.raw("create index if not exists job_order on job (state, priority desc, turn, seq)");
  await createOnce(db, "worker", (t) => {
    t.string("name", 80).primary();
    t.dateTime("started_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.dateTime("seen_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
  await createOnce(db, "event", (t) => {
    t.bigIncrements("seq");
    t.dateTime("at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3)).index();
    t.string("topic", 60).notNullable();
    t.json("body").notNullable();
  });
  if (await db.schema.hasTable("export_job")) await partExports(db);
}

/** Every export that was still to be made gets a job of its own, in the order that it had; the others are what they were. */
async function partExports(db: Knex): Promise<void> {
  await alterOnce(db, "export_job", "job_id", (t) => {
    t.string("job_id", 20).index();
  });
  // Gone when this was cut off after it.
  if (await db.schema.hasColumn("export_job", "priority")) await queueWaiting(db);
  await db.raw(
    "alter table export_job modify state enum('waiting', 'leased', 'asked', 'done', 'failed', 'cancelled') not null",
  );
  await db.raw("update export_job set state = 'asked', error = null where state in ('waiting', 'leased')");
  await db.raw(
    "alter table export_job modify state enum('asked', 'done', 'failed', 'cancelled') not null default 'asked'",
  );
  for (const index of [
    "export_job_order",
    "export_job_state_created_by_turn_index",
    "export_job_state_available_at_index",
  ])
    await db.raw(`drop index if exists ${index} on export_job`);
  const moved = ["available_at", "lease_token", "attempts", "failures", "cancel_requested", "turn", "stage"];
  for (const column of ["priority", ...moved, "frames_done", "frames_total"])
    await db.raw(`alter table export_job drop column if exists ${column}`);
  await db.raw("create index if not exists export_owner on export_job (created_by, state)");
  await db.schema.renameTable("export_job", "export");
}

async function queueWaiting(db: Knex): Promise<void> {
  await db.raw(
    `insert ignore into job (id, kind, payload, owner, priority, turn, available_at, attempts, failures, error, created_at)
     select id, 'render', '{}', created_by, priority, turn, now(3), attempts, failures, error, created_at
     from export_job where state in ('waiting', 'leased') and cancel_requested = 0 order by priority desc, turn, seq`,
  );
  await db.raw("update export_job set job_id = id where state in ('waiting', 'leased') and cancel_requested = 0");
  await db.raw(
    "update export_job set state = 'cancelled', ended_at = now(3) where cancel_requested = 1 and state in ('waiting', 'leased')",
  );
}
