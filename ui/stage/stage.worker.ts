import { readFilesAt } from "@/ui/parts/files-at";
import type { Answer, FromWorker, ToWorker } from "./protocol";

// Named after where its page fetches files.
if (self.name !== "") readFilesAt(self.name);

// HarfBuzz starts up while it is imported: loaded lazily, so that no message is lost in the meantime.
const engine = import("./engine");

const send = (message: FromWorker, transfer: Transferable[] = []) => self.postMessage(message, { transfer });

function transferables(answer: Answer): Transferable[] {
  if (answer.kind === "painted") return answer.frames.map((frame) => frame.bitmap);
  if (answer.kind === "prepared") return (answer.frames ?? []).map((frame) => frame.bitmap);
  if (answer.kind === "thumbs") return answer.thumbs.flatMap(({ bitmap }) => (bitmap ? [bitmap] : []));
  return answer.kind === "pixels" ? [answer.rgba] : [];
}

// One after the other: a stage must not be painted while its next version is being prepared.
let queue: Promise<void> = Promise.resolve();

self.addEventListener("message", (event: MessageEvent<ToWorker>) => {
  const message = event.data;
  queue = queue.then(async () => {
    try {
      const { answer } = await engine;
      const result = await answer(message);
      send({ kind: "answer", call: message.call, answer: result }, transferables(result));
    } catch (error) {
      send({ kind: "failed", call: message.call, message: error instanceof Error ? error.message : String(error) });
    }
  });
});

void engine.then(() => send({ kind: "ready" }));
