import { isWritten } from "../fields/field";
import { defineCheck, ofDesign } from "./define";

declare module "../issue" {
  interface Issues {
    sample_left: { field: string };
  }
}

export const check = defineCheck({
  code: "sample_left",
  severity: "warn",
  scopes: ofDesign,
  find: ({ request }) =>
    // A field that must be filled in but starts with its sample would go out without anybody having looked at it.
    request.design.fields.flatMap((field) =>
      isWritten(field) && field.required && field.default.trim() !== "" && field.default.trim() === field.sample.trim()
        ? [{ code: "sample_left" as const, field: field.label }]
        : [],
    ),
  words: (facts) =>
    `The field “${facts.field}” starts with its own sample, so it may go out unchanged. Let it start empty, or with something true.`,
});
