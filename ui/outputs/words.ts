import type { Purpose } from "@/core/outputs/define";

/** What clips are for, as a person would say it. */
export const purposeWords: Readonly<Record<Purpose, string>> = {
  edit: "For editing",
  post: "Ready to post",
  web: "Web, e-mail and chat",
  still: "Still images",
  beside: "Sound and captions",
};
