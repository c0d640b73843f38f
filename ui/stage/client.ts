import type { Answer, FromWorker, ToWorker } from "./protocol";

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
  private calls = 0;

  call(message: Message): Promise<Answer> {
    const call = ++this.calls;
    return new Promise((resolve, reject) => {
      this.pending.set(call, { resolve, reject });
      this.start().postMessage({ ...message, call });
    });
  }

  private start(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL("./stage.worker.ts", import.meta.url), { type: "module" });
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
  }

  private fail(reason: string): void {
    this.worker?.terminate();
    this.worker = undefined;
    const open = [...this.pending.values()];
    this.pending.clear();
    for (const { reject } of open) reject(new Error(reason));
  }
}

let shared: StageClient | undefined;

/** One worker paints all stages of a page. */
export function stageClient(): StageClient {
  shared ??= new StageClient();
  return shared;
}
