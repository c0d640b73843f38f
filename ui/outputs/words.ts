import type { Purpose } from "@/core/outputs/define";

/** What clips are for, as a person would say it. */
export const purposeWords: Readonly<Record<Purpose, string>> = {
  edit: "For those who edit",
  post: "To post as it is",
  web: "For web pages, mail and messages",
  still: "Still pictures",
  beside: "Beside the picture",
};
