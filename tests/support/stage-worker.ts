import type { WebWorker } from "puppeteer-core";

/** `ask` inside the product's own painting worker: sends it a message as the page would and waits for the answer. */
const source = `
  self.__name ??= (named) => named;
  self.rubrickAsk ??= (() => {
    const waiting = new Map();
    const post = self.postMessage;
    self.postMessage = (message, options) => {
      const done = waiting.get(message.call);
      if (!done) return post.call(self, message, options);
      waiting.delete(message.call);
      if (message.kind === "answer") done.resolve(message.answer);
      else done.reject(new Error(message.message));
    };
    let calls = 0;
    return (data) => new Promise((resolve, reject) => {
      const call = --calls;
      waiting.set(call, { resolve, reject });
      self.dispatchEvent(new MessageEvent("message", { data: { ...data, call } }));
    });
  })();`;

export type Asking = { rubrickAsk: (data: object) => Promise<{ kind: string; bounds?: unknown; rgba?: ArrayBuffer }> };

/** Makes `self.rubrickAsk` available in the worker's own scope. */
export const teachAsking = (worker: WebWorker): Promise<unknown> => worker.evaluate(source);
