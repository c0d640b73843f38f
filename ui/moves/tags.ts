/** Tags as they are typed, with commas between: once each, a dozen at most. */
export const readTags = (text: string): string[] =>
  [...new Set(text.split(",").map((tag) => tag.trim().slice(0, 40)))].filter((tag) => tag !== "").slice(0, 12);
