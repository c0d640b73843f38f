import { RateLimiterMySQL, RateLimiterRes } from "rate-limiter-flexible";
import { database } from "@/server/db/connection";
import { findSignIn, type Member } from "@/server/db/members";
import { Refusal } from "@/server/refusal";
import { addressOf } from "./address";
import { checkPassword } from "./password";
import { checkFactor } from "./second-factor";
import { isKnown } from "./session";

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

/** Tries a quarter of an hour, for one account from one address; the others follow from it. */
const tries = (): number => Number(process.env.SIGN_IN_TRIES ?? 10);

/** From so many tries for one account on, wherever they come from, each one more takes longer to be answered. */
const slowFrom = 3;
const slowestMs = 4000;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Checks address and password. Throws a Refusal: 401 when they don't match, 429 after too many tries. Every try is
 * counted before it is looked at, so that many at once are no more than one after the other. Guesses from everywhere
 * slow an account down, but never lock its owner out: a browser that was signed in before passes.
 */
export async function signIn(
  { email, password, code }: { email: string; password: string; code?: string | undefined },
  request: Request,
): Promise<Member> {
  const address = addressOf(request);
  const perAccount = limiter("account", tries());
  const perAddress = limiter("address", 10 * tries());
  const overall = limiter("overall", 20 * tries());
  const key = `${email}|${address}`.slice(0, 200);
  await count(perAccount, key);
  await count(perAddress, address);
  const found = await findSignIn(database(), email);
  const known = found !== undefined && (await isKnown(request, found.member.id));
  if (!known) {
    const { consumedPoints } = await count(overall, email.slice(0, 200));
    if (consumedPoints > slowFrom) await pause(Math.min(slowestMs, 125 * 2 ** (consumedPoints - slowFrom)));
  }
  if (!(await checkPassword(found?.hash, password)) || !found) {
    throw new Refusal(401, "sign_in_failed", "E-mail address and password don’t match. Check both and try again.");
  }
  if (found.secondFactor !== null) await refuseWithoutFactor(found.member, found.secondFactor, code);
  await Promise.all([perAccount.delete(key), perAddress.reward(address, 1)]);
  // A known browser tells nothing about who is guessing elsewhere.
  if (!known) await overall.delete(email.slice(0, 200));
  return found.member;
}

/** A wrong code counts as a failed try, as a wrong password does. */
async function refuseWithoutFactor(member: Member, sealed: string, code: string | undefined): Promise<void> {
  if (code === undefined) {
    throw new Refusal(401, "code_needed", "Type the six figures that your device shows now.", "code");
  }
  if (await checkFactor(database(), member.id, sealed, code)) return;
  throw new Refusal(401, "code_wrong", "This code is not right, or was used already. Type the one shown now.", "code");
}

async function count(limit: RateLimiterMySQL, key: string): Promise<RateLimiterRes> {
  try {
    return await limit.consume(key, 1);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    const minutes = Math.max(1, Math.ceil(error.msBeforeNext / 60000));
    throw new Refusal(429, "too_many_tries", `Too many failed sign-ins. Try again in ${minutes} minutes.`);
  }
}
