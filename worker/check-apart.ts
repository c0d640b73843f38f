import { z } from "zod";
import type { Finding } from "@/core/checks/findings";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { ApartError, isItsOwn, runApart, whyApart } from "@/server/apart";
import { Refusal } from "@/server/refusal";
import type { Failing } from "./jobs/define";

const limits = { cpuS: 90, memoryMb: 2500 };

/** All that can be found about a design filled with its samples, in every format; it paints, in a process of its own. */
export const checkApart = (
  design: Design,
  house: House,
  signal: AbortSignal,
  onProgress: (done: number, total: number) => void = () => undefined,
): Promise<readonly Finding[]> =>
  runApart({
    program: "server/designs/checks-program.ts",
    input: { design, house },
    settings: ["STORAGE_URL", "WORK_FOLDER", "DATABASE_URL"],
    shape: z.array(z.custom<Finding>()),
    onProgress,
    signal,
    ...limits,
  });

/** Why a design could not be checked, for whoever asked. */
export function checkFailing(error: unknown): Failing | undefined {
  if (error instanceof Refusal) return { message: error.message, final: true };
  if (!(error instanceof ApartError)) return undefined;
  const asked = { what: "This design", verb: "check", cure: "Use fewer layers, or smaller pictures." } as const;
  return { message: whyApart(error, asked), final: isItsOwn(error) };
}
