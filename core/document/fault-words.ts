import type { z } from "zod";

type Issue = z.core.$ZodIssue;

const nouns: Readonly<Record<string, string>> = {
  string: "text",
  number: "a number",
  int: "a whole number",
  boolean: "true or false",
  array: "a list",
  tuple: "a list",
  object: "an object",
  record: "an object",
};

/** Messages that Zod gives by itself, where a schema says nothing of its own. */
const byItself = /^(Invalid input|Invalid option|Too big|Too small|Unrecognized keys?|Invalid string|Invalid number)\b/;

/** How many of a list of choices are named. */
const mostNamed = 8;

const counted = (n: number | bigint, one: string, more: string): string => `${n} ${Number(n) === 1 ? one : more}`;

const sizeOf = (origin: string, n: number | bigint): string => {
  if (origin === "string") return counted(n, "character", "characters");
  if (origin === "array" || origin === "set") return counted(n, "entry", "entries");
  return String(n);
};

function choicesOf(values: readonly unknown[]): string {
  const named = values.slice(0, mostNamed).map((value) => `“${String(value)}”`);
  if (values.length === 1) return named[0]!;
  if (values.length > mostNamed) return `one of ${named.join(", ")} …`;
  return `${named.slice(0, -1).join(", ")} or ${named.at(-1)}`;
}

/** What is wrong with a value, in plain words that follow its place: “days: at most 90”. What a schema says itself stays. */
export function faultWords(issue: Issue): string {
  if (!byItself.test(issue.message)) return issue.message;
  switch (issue.code) {
    case "invalid_type": {
      const noun = nouns[issue.expected] ?? issue.expected;
      return issue.message.endsWith("received undefined") ? `it is missing; ${noun} is needed` : `${noun} is needed`;
    }
    case "too_big":
      return `${issue.inclusive === false ? "less than" : "at most"} ${sizeOf(issue.origin, issue.maximum)}`;
    case "too_small":
      if (issue.origin === "string" && issue.minimum === 1) return "it must not be empty";
      return `${issue.inclusive === false ? "more than" : "at least"} ${sizeOf(issue.origin, issue.minimum)}`;
    case "invalid_value":
      return `it must be ${choicesOf(issue.values)}`;
    case "unrecognized_keys":
      return `${issue.keys.map((key) => `“${key}”`).join(", ")} ${issue.keys.length === 1 ? "is" : "are"} unknown here`;
    case "not_multiple_of":
      return `it must be a multiple of ${issue.divisor}`;
    case "invalid_union":
      return "it is none of the kinds that are known here";
    case "invalid_format":
      return "it is not written as it must be";
    default:
      return issue.message;
  }
}

/** The same as a sentence of its own, as it stands beside the control that it is about. */
export function faultSentence(issue: Issue | undefined): string {
  const words = issue ? faultWords(issue) : "this value is not allowed";
  return `${words[0]!.toUpperCase()}${words.slice(1)}${/[.!?]$/.test(words) ? "" : "."}`;
}
