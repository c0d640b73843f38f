import { TestEnvironment } from "jest-environment-jsdom";

/** A page in Node, with what every browser has and jsdom has not. */
export default class PageEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    const { TextEncoder, TextDecoder, structuredClone, ReadableStream, Uint8Array, ArrayBuffer } = globalThis;
    Object.assign(this.global, { TextEncoder, TextDecoder, structuredClone, ReadableStream, Uint8Array, ArrayBuffer });
  }
}
