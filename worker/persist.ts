import { isUnreachable } from "@/server/db/connection";
import { LeaseLostError } from "@/server/db/jobs";
import { log } from "@/server/log";

/** Does a last write, waiting for a database that is gone for a while: the work behind it is already done. */
export async function persist(write: () => Promise<void>): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      return await write();
    } catch (error) {
      if (error instanceof LeaseLostError) return log.info("a result came too late and was dropped");
      if (!isUnreachable(error) || tries >= 60) throw error;
      await new Promise((resolve) => setTimeout(resolve, 1000));
    }
  }
}
