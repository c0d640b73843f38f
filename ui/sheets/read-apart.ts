import { TableError, type ReadTable } from "./read-table";

/** What the worker answers. */
export type TableAnswer = { readonly read: ReadTable } | { readonly fault: string };

/** Seconds that a table of 5,000 rows takes several times over. */
const mostS = 20;

/**
 * Reads a table in a worker of its own, which is ended when it takes too long or is no longer wanted. Throws TableError
 * with the reason.
 */
export function readTableApart(file: File, mostRows: number, signal?: AbortSignal): Promise<ReadTable> {
  const worker = new Worker(new URL("./table.worker.ts", import.meta.url), { type: "module" });
  let timer: ReturnType<typeof setTimeout> | undefined;
  return new Promise<ReadTable>((resolve, reject) => {
    const refuse = (message: string) => reject(new TableError(message));
    const tooLong = `${file.name} takes too long to read. Save only the table that is wanted, as CSV.`;
    timer = setTimeout(() => refuse(tooLong), mostS * 1000);
    signal?.addEventListener("abort", () => refuse("Cancelled."), { once: true });
    worker.addEventListener("message", ({ data }: MessageEvent<TableAnswer>) => {
      if ("read" in data) resolve(data.read);
      else refuse(data.fault);
    });
    // A worker that ran out of memory says no more than that.
    worker.addEventListener("error", () => refuse(`${file.name} can’t be read: there is too much in it.`));
    worker.postMessage({ file, mostRows });
  }).finally(() => {
    clearTimeout(timer);
    worker.terminate();
  });
}
