import { LRUCache } from "lru-cache";
import pLimit, { type LimitFunction } from "p-limit";
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

/** Failed tries a quarter of an hour from one browser that is known; of one address there are ten times as many. */
const tries = (): number => Number(process.env.SIGN_IN_TRIES ?? 10);

/** From so many tries for one account on, wherever they come from, each one more takes longer to be answered. */
const slowFrom = 3;
const slowestMs = 4000;
/** Tries for one account that are answered at the same time, and that may wait for it. */
const atOnce = 2;
const mostWaiting = 20;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** By account: its tries from browsers that nobody knows take turns. */
const turns = new LRUCache<string, LimitFunction>({ max: 1000 });

/**
 * Checks address and password. Throws a Refusal: 401 when they don't match, 429 after too many tries. Every try is
 * counted before it is looked at, so that many at once are no more than one after the other. Guesses slow an account
 * down, wherever they come from, but never lock it; a browser that was signed in before is counted by itself, so that
 * nobody else's guesses delay its owner.
 */
export async function signIn(
  { email, password, code }: { email: string; password: string; code?: string | undefined },
  request: Request,
): Promise<Member> {
  const found = await findSignIn(database(), email);
  const known = found !== undefined && (await isKnown(request, found.member.id));
  const check = async () => {
    if (!(await checkPassword(found?.hash, password)) || !found) {
      throw new Refusal(401, "sign_in_failed", "E-mail address and password don’t match. Check both and try again.");
    }
    if (found.secondFactor !== null) await refuseWithoutFactor(found.member, found.secondFactor, code);
    return found.member;
  };
  if (known) {
    const own = limiter("known", tries());
    await count(own, found.member.id);
    const member = await check();
    await own.delete(found.member.id);
    return member;
  }
  const address = addressOf(request);
  const perAddress = limiter("address", 10 * tries());
  await count(perAddress, address);
  const member = await inTurn(email, async () => {
    await slowDown(email);
    return check();
  });
  await Promise.all([perAddress.reward(address, 1), limiter("account", 1).delete(keyOf(email))]);
  return member;
}

const keyOf = (email: string): string => email.toLowerCase().slice(0, 200);

/** Lets few tries for one account be looked at at the same time. */
async function inTurn<T>(email: string, look: () => Promise<T>): Promise<T> {
  const key = keyOf(email);
  const turn = turns.get(key) ?? pLimit(atOnce);
  turns.set(key, turn);
  if (turn.pendingCount < mostWaiting) return turn(look);
  const message =
    "Many are trying to sign in to this account just now. Try again in a moment, or use a browser that you signed in with before.";
  throw new Refusal(429, "account_busy", message);
}

/** Counts a try for an account, and takes the longer the more there were lately. */
async function slowDown(email: string): Promise<void> {
  const counted = await limiter("account", 1)
    .consume(keyOf(email), 1)
    .catch((error: unknown) => {
      if (error instanceof RateLimiterRes) return error;
      throw error;
    });
  const over = counted.consumedPoints - slowFrom;
  if (over > 0) await pause(Math.min(slowestMs, 125 * 2 ** over));
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
