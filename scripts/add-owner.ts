import { z } from "zod";
import { database, disconnect } from "@/server/db/connection";
import { invite } from "@/server/members/invitations";

/** The first owner of a database that is not our own demo: by a link that works once, within a week. */
const [email, name] = process.argv.slice(2);
const parsed = z
  .object({ email: z.email().max(190), name: z.string().trim().min(1).max(120) })
  .safeParse({ email, name });
if (!parsed.success) {
  console.error("Say who: npm run owner -- name@example.org “Their Name”");
  process.exit(2);
}
const db = database();
if (await db("member").where({ role: "owner", active: true }).first("id")) {
  console.error("There is an owner already; owners make others.");
  process.exitCode = 1;
} else {
  const invitation = { name: parsed.data.name, email: parsed.data.email.toLowerCase(), role: "owner" as const };
  const origin = process.env.PUBLIC_URL ?? `http://127.0.0.1:${process.env.PORT ?? 3000}`;
  console.log(`${invitation.email} joins, within a week, at  ${new URL(await invite(db, invitation, null), origin)}`);
}
await disconnect();
