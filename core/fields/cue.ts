import { z } from "zod";
import { refTo } from "../document/references";
import { Seconds } from "../document/units";
import { base, defineField } from "./define";
import { asMeasured } from "./measured";

const schema = z
  .strictObject({
    kind: z.literal("cue"),
    ...base,
    cue: refTo("cue").describe("The cue whose time it sets"),
    min: Seconds.default(0),
    max: Seconds.default(3600),
    default: Seconds,
  })
  .describe("When a cue comes, in seconds of the clip");

export const field = defineField({
  ...asMeasured,
  schema,
  puts: (_: z.infer<typeof schema>, { property }, value) => [[property, value]],
  // A cue is handed over where it is edited, not from a property.
  fits: () => undefined,
  make: () => undefined,
  label: "the time of a cue",
  help: "The second of the clip at which this happens.",
});
