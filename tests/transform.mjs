import { createHash } from "node:crypto";
import swc from "@swc/jest";

/*
 * TypeScript for Jest. What is global is looked up anew at every use in its sandbox, which makes loops over pixels ten
 * times slower than they are: each module gets a Math of its own.
 */

const own = "const Math = globalThis.Math;";
const withOwn = (made) => ({ ...made, code: /\bMath\b/.test(made.code) ? own + made.code : made.code });

const transformer = {
  createTransformer(options) {
    const inner = swc.createTransformer(options);
    return {
      ...inner,
      process: (...args) => withOwn(inner.process(...args)),
      processAsync: async (...args) => withOwn(await inner.processAsync(...args)),
      getCacheKey: (...args) =>
        createHash("sha256")
          .update(inner.getCacheKey(...args))
          .update(own)
          .digest("hex"),
    };
  },
};

export default transformer;
