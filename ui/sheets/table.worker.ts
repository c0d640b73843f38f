import { readTableFile, TableError } from "./read-table";
import type { TableAnswer } from "./read-apart";

/* Reads one table, away from the page: a file may be made so that reading it never ends. */

addEventListener("message", ({ data }: MessageEvent<{ file: File; mostRows: number }>) => {
  readTableFile(data.file, data.mostRows).then(
    (read) => postMessage({ read } satisfies TableAnswer),
    (error: unknown) => {
      const message =
        error instanceof TableError ? error.message : `${data.file.name} can’t be read. Save it again as XLSX or CSV.`;
      postMessage({ fault: message } satisfies TableAnswer);
    },
  );
});
