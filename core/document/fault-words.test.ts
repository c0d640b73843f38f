import { expect, test } from "@jest/globals";
import { z } from "zod";
import { faultsOf } from "./upgrade";

const said = (schema: z.ZodType, value: unknown): string => {
  const result = schema.safeParse(value);
  return result.success ? "" : faultsOf(result.error)[0]!.message;
};

test.each<[string, z.ZodType, unknown]>([
  ["at most 90", z.number().max(90), 91],
  ["at least 1", z.number().min(1), 0],
  ["more than 0", z.number().positive(), 0],
  ["a whole number is needed", z.number().int(), 1.5],
  ["at most 3 characters", z.string().max(3), "four"],
  ["it must not be empty", z.string().min(1), ""],
  ["at least 1 entry", z.array(z.string()).min(1), []],
  ["text is needed", z.string(), 4],
  ["it is missing; a number is needed", z.number(), undefined],
  ["it must be “gif” or “webm”", z.enum(["gif", "webm"]), "mp4"],
  ["it must be “yes”", z.literal("yes"), "no"],
  ["“b” is unknown here", z.strictObject({ a: z.string() }), { a: "", b: 1 }],
  ["it must be a multiple of 5", z.number().multipleOf(5), 7],
  ["it is none of the kinds that are known here", z.union([z.string(), z.number()]), {}],
  ["it is not written as it must be", z.string().regex(/^a/), "b"],
  ["call it otherwise", z.string().refine(() => false, "call it otherwise"), "b"],
])("“%s”", (words, schema, value) => expect(said(schema, value)).toBe(words));
