import { randomBytes } from "node:crypto";
import { z } from "zod";
import { hashPassword } from "@/server/auth/password";
import { database, disconnect } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { addMember } from "@/server/db/members";

/** The first owner of a database that is not our own demo: with a password that is told once. */
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
  const password = randomBytes(12).toString("base64url");
  const member = { id: newId(), ...parsed.data, email: parsed.data.email.toLowerCase(), role: "owner" as const };
  await addMember(db, { ...member, passwordHash: await hashPassword(password) });
  console.log(`${member.email} may sign in with  ${password}`);
}
await disconnect();
