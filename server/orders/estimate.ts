import type { z } from "zod";
import type { OrderEstimateRequest } from "@/contract/orders";
import type { Estimates, Expected } from "@/contract/exports";
import { factsOf, madeOutput, type MadeOutput, type Output } from "@/core/outputs/output";
import { database } from "@/server/db/connection";
import { listOutputs } from "@/server/db/outputs";
import { listComplexities } from "@/server/db/posters";
import type { Release } from "@/server/db/releases";
import { queueLength } from "@/server/db/workers";
import { subjectOf } from "@/server/exports/ask";
import { estimator, readMeasures } from "@/server/exports/estimates";
import { desksFor, existingOrder } from "./orders";

/**
 * What files of an order are expected to be, per format and output: each graphic's own, and one film of all, which costs
 * what its graphics cost, once a showing. Lengths, in seconds, are those at which the page has placed its graphics.
 */
export async function estimateOrder(id: string, asked: z.output<typeof OrderEstimateRequest>): Promise<Estimates> {
  const db = database();
  const { document } = await existingOrder(db, id);
  const shown = { ...document, entries: document.entries.filter(({ on }) => on) };
  const { releases } = await desksFor(db, shown);
  const [outputs, known, waiting, complexities] = await Promise.all([
    listOutputs(db),
    readMeasures(db),
    queueLength(db),
    listComplexities(db, [...releases.keys()]),
  ]);
  const expect = estimator(known);
  const estimates: Estimates["estimates"] = [];
  for (const format of asked.formats) {
    const sums = new Map<string, Expected>();
    for (const { id: entry, release: releaseId, values } of shown.entries) {
      const release = releases.get(releaseId);
      if (!release?.document.formats.includes(format)) continue;
      const lengthS = asked.lengthsS[entry] ?? values.lengthS;
      const clip = { format, values: { fields: {}, ...(lengthS !== undefined && { lengthS }) } };
      const subject = { ...subjectOf(release, clip), complexity: complexities.get(releaseId) };
      for (const output of outputsOf(release, outputs, asked.outputs)) {
        const files = filesOf(output, asked, document.repeat.times);
        const { bytes, seconds, basis } = expect(output, subject);
        const sum = sums.get(output.id) ?? { bytes: 0, seconds: 0, basis };
        sums.set(output.id, { bytes: sum.bytes + files * bytes, seconds: sum.seconds + files * seconds, basis });
      }
    }
    for (const [output, sum] of sums) estimates.push({ ...sum, output, format });
  }
  return { estimates, ahead: waiting.jobs, aheadS: Math.ceil(waiting.seconds) };
}

/** The outputs asked for that a release may be made as. */
const outputsOf = ({ document }: Release, all: readonly Output[], asked: readonly string[]): MadeOutput[] =>
  all
    .filter(({ id }) => asked.includes(id) && (document.outputs?.includes(id) ?? true))
    .map((output) => madeOutput(output, document));

/** How often a graphic is in what is asked for: as a file of its own, and in every showing of the film. */
const filesOf = (output: MadeOutput, asked: { whole: boolean; parts: boolean }, times: number): number =>
  (asked.parts ? 1 : 0) + (asked.whole && !factsOf(output).single ? times : 0);
