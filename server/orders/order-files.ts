import type { OrderFiles } from "@/contract/orders";
import { groupBy } from "@/core/group";
import { database } from "@/server/db/connection";
import { listOrderFiles } from "@/server/db/order-files";
import { existingOrder } from "./orders";

/** Files that are read at once: twenty sets of a long order. */
const mostFiles = 4000;

/** The files that were made of an order's graphics, as sets of one request, format and output, the newest first. */
export async function readOrderFiles(id: string): Promise<OrderFiles> {
  const db = database();
  await existingOrder(db, id);
  const files = await listOrderFiles(db, id, mostFiles);
  const sets = groupBy(files, ({ requestId, format, output }) => `${requestId} ${format} ${output.id}`);
  return {
    sets: [...sets].map(([key, own]) => {
      const { askedAt, format, output } = own[0]!;
      return {
        id: key,
        askedAt: askedAt.toISOString(),
        format,
        output: { id: output.id, name: output.name, fps: output.fps },
        files: own.map(({ entryId: entry, fileName, values }) => ({
          entry,
          fileName,
          lengthS: values.lengthS ?? null,
        })),
      };
    }),
  };
}
