import { RateLimiterMemory, RateLimiterRes } from "rate-limiter-flexible";
import { Refusal } from "@/server/refusal";
import { addressOf } from "./address";
import type { Principal } from "./principal";

/** Points in ten minutes: one is about a hundredth of a second of work that nobody else can have meanwhile. */
const durationS = 600;
const mayBe = { points: Number(process.env.SPENDING_POINTS ?? 3000), duration: durationS };

const byWhom = new RateLimiterMemory({ ...mayBe, keyPrefix: "who" });
/** Many people may come from one address. */
const byAddress = new RateLimiterMemory({ ...mayBe, points: 5 * mayBe.points, keyPrefix: "where" });

/** Strangers are counted by what they ask for: who asks for letters without end doesn't keep others from signing in. */
const nameOf = (principal: Principal, address: string, path: string): string => {
  if (principal.kind === "member") return principal.member.id;
  return principal.kind === "link" ? principal.link.id : `${address} ${path}`;
};

/** Counts what a call costs against whoever makes it. Refuses, with how long to wait, once all is spent. */
export async function spend(principal: Principal, request: Request, cost: number): Promise<void> {
  const address = addressOf(request);
  try {
    const name = nameOf(principal, address, new URL(request.url).pathname);
    await byWhom.consume(name, cost);
    // What strangers spend at an address doesn't count against the members there.
    await byAddress.consume(principal.kind === "stranger" ? name : `${principal.kind} ${address}`, cost);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    const minutes = Math.max(1, Math.ceil(error.msBeforeNext / 60000));
    const message = `Too many requests. Try again in ${minutes} ${minutes === 1 ? "minute" : "minutes"}.`;
    throw new Refusal(429, "too_often", message);
  }
}
