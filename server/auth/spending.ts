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

const nameOf = (principal: Principal, address: string): string =>
  principal.kind === "member" ? principal.member.id : principal.kind === "link" ? principal.link.id : address;

/** Counts what a call costs against whoever makes it. Refuses, with how long to wait, once all is spent. */
export async function spend(principal: Principal, request: Request, cost: number): Promise<void> {
  const address = addressOf(request);
  try {
    await byWhom.consume(nameOf(principal, address), cost);
    await byAddress.consume(address, cost);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    const minutes = Math.max(1, Math.ceil(error.msBeforeNext / 60000));
    const message = `This was asked for very often. Go on in ${minutes} ${minutes === 1 ? "minute" : "minutes"}.`;
    throw new Refusal(429, "too_often", message);
  }
}
