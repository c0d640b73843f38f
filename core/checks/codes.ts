import type { Issue } from "../issue";
import type { Check } from "./define";
import { checkKinds } from "./kinds";

type Kinds = typeof checkKinds;
/** Codes of all that checks look for. */
export type CheckCode = Kinds[keyof Kinds]["code"];

const byCode = new Map<string, Check>(
  // What a check says takes the facts of its own code, which is looked up by that code alone.
  Object.values(checkKinds).map((check) => [check.code, check as unknown as Check]),
);

export const allChecks: readonly Check[] = [...byCode.values()];

/** The check that looks for this; undefined for what breaks the picture. */
export const checkOf = (code: Issue["code"]): Check | undefined => byCode.get(code);
