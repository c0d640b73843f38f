import { RateLimiterMySQL, RateLimiterRes } from "rate-limiter-flexible";
import { database } from "@/server/db/connection";
import { findSignIn, type Member } from "@/server/db/members";
import { Refusal } from "@/server/refusal";
import { checkPassword } from "./password";

const limiters = new Map<string, RateLimiterMySQL>();

function limiter(name: string, points: number): RateLimiterMySQL {
  let found = limiters.get(name);
  if (!found) {
    found = new RateLimiterMySQL({
      storeClient: database(),
      storeType: "knex",
      dbName: new URL(process.env.DATABASE_URL!).pathname.slice(1),
      tableName: "sign_in_limit",
      tableCreated: true,
      keyPrefix: name,
      points,
      duration: 15 * 60,
    });
    limiters.set(name, found);
  }
  return found;
}

/** Failures a quarter of an hour: for one account from one address, and for one address in all. */
const accountLimit = () => limiter("account", Number(process.env.SIGN_IN_TRIES ?? 10));
const addressLimit = () => limiter("address", 10 * Number(process.env.SIGN_IN_TRIES ?? 10));

/** Checks address and password. Throws a Refusal: 401 when they don't match, 429 after too many failures. */
export async function signIn(email: string, password: string, address: string): Promise<Member> {
  const key = `${email}|${address}`.slice(0, 200);
  for (const [limit, id] of [
    [accountLimit(), key],
    [addressLimit(), address],
  ] as const) {
    const state = await limit.get(id);
    if (state && state.consumedPoints >= limit.points) throw tooMany(state);
  }
  const found = await findSignIn(database(), email);
  if (!(await checkPassword(found?.hash, password)) || !found) {
    await Promise.all([accountLimit().penalty(key), addressLimit().penalty(address)]);
    throw new Refusal(401, "sign_in_failed", "E-mail address and password don’t match. Check both and try again.");
  }
  await accountLimit().delete(key);
  return found.member;
}

function tooMany(state: RateLimiterRes): Refusal {
  const minutes = Math.max(1, Math.ceil(state.msBeforeNext / 60000));
  return new Refusal(429, "too_many_tries", `Too many failed sign-ins. Try again in ${minutes} minutes.`);
}
