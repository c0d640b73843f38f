import type { SceneRequest } from "@/core/scene";
import { filesAddress } from "@/ui/parts/files-at";
import type { Answer, Checked, FromWorker, Side, ToWorker } from "./protocol";

type WithoutCall<T> = T extends unknown ? Omit<T, "call"> : never;
type Message = WithoutCall<ToWorker>;

interface Pending {
  resolve(answer: Answer): void;
  reject(error: Error): void;
}

/** Calls into the painting worker. When the worker dies, all open calls fail and the next one starts a new worker. */
export class StageClient {
  private worker: Worker | undefined;
  private readonly pending = new Map<number, Pending>();
  private waiting: { readonly message: Message; readonly pending: Pending }[] = [];
  private calls = 0;

  /**
   * Asks the worker. It is given one message at a time, so that a stage that goes away takes what it still wanted
   * along, and nobody waits for pictures that are no longer looked at.
   */
  call(message: Message): Promise<Answer> {
    return new Promise((resolve, reject) => {
      if (message.kind === "drop") this.forget(message.stage);
      this.waiting.push({ message, pending: { resolve, reject } });
      this.next();
    });
  }

  private next(): void {
    if (this.pending.size > 0) return;
    const first = this.waiting.shift();
    if (!first) return;
    const call = ++this.calls;
    this.pending.set(call, first.pending);
    this.start().postMessage({ ...first.message, call });
  }

  private forget(stage: string): void {
    const gone = this.waiting.filter(({ message }) => message.stage === stage);
    this.waiting = this.waiting.filter(({ message }) => message.stage !== stage);
    for (const { pending } of gone) pending.resolve({ kind: "dropped" });
  }

  /** Ends the worker: it goes with what it has prepared. */
  close(): void {
    this.waiting = [];
    this.fail("no longer looked at");
  }

  private start(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL("./stage.worker.ts", import.meta.url), {
      type: "module",
      name: filesAddress(),
    });
    worker.addEventListener("message", (event: MessageEvent<FromWorker>) => this.receive(event.data));
    worker.addEventListener("error", (event) => this.fail(event.message || "the painting worker stopped"));
    this.worker = worker;
    return worker;
  }

  private receive(message: FromWorker): void {
    if (message.kind === "ready") return;
    const pending = this.pending.get(message.call);
    this.pending.delete(message.call);
    if (message.kind === "answer") pending?.resolve(message.answer);
    else pending?.reject(new Error(message.message));
    this.next();
  }

  private fail(reason: string): void {
    this.worker?.terminate();
    this.worker = undefined;
    const open = [...this.pending.values()];
    this.pending.clear();
    for (const { reject } of open) reject(new Error(reason));
    this.next();
  }
}

let shared: StageClient | undefined;

/** One worker paints all stages of a page. */
export function stageClient(): StageClient {
  shared ??= new StageClient();
  return shared;
}

/** What would be found about a fill-in, without showing it. */
export async function lookedAt(
  request: Omit<SceneRequest, "format">,
  formats: readonly string[],
): Promise<Checked["formats"]> {
  const answer = await stageClient().call({ kind: "look", stage: "look", request, formats });
  return answer.kind === "checked" ? answer.formats : [];
}

/** Of all pixels the share that differs between two fill-ins; at the instants given, undefined for the best of the second. */
export async function differingShare(
  sides: readonly [Side, Side],
  heightPx: number,
  timesS: readonly (number | undefined)[],
): Promise<number> {
  const answer = await stageClient().call({ kind: "differ", stage: "differ", sides, heightPx, timesS });
  return answer.kind === "differing" ? answer.share : 1;
}
