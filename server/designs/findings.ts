import { z } from "zod";
import type { Finding } from "@/core/checks/findings";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { ApartError, inTurn, runApart } from "@/server/apart";
import { Refusal } from "@/server/refusal";

const limits = { timeMs: 90_000, memoryMb: 2500 };

/** All that can be found about a design filled with its samples, in every format. Refuses one that is too heavy. */
export async function findings(design: Design, house: House): Promise<Finding[]> {
  const job = {
    program: "server/designs/checks-program.ts",
    input: { design, house },
    settings: ["STORAGE_URL"],
    shape: z.array(z.custom<Finding>()),
    ...limits,
  };
  try {
    return await inTurn(() => runApart(job));
  } catch (error) {
    if (!(error instanceof ApartError)) throw error;
    const much = error.reason === "time" ? "it takes longer than a minute and a half" : "it takes too much memory";
    const message = `This design can’t be checked: ${much}. Use fewer layers, or smaller pictures.`;
    throw new Refusal(422, "too_heavy", message);
  }
}
