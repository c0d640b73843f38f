import { buildAll } from "./lib/build.mjs";
import { runMain } from "./lib/say.mjs";

// `npm run build`: pages and programs, for machines that run only some of them.
await runMain(buildAll);
