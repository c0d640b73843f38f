/** One form of date everywhere: 25 Nov 2026, 15:28, in the reader's own time. */
const form = new Intl.DateTimeFormat("en-GB", {
  day: "numeric",
  month: "short",
  year: "numeric",
  hour: "2-digit",
  minute: "2-digit",
  hourCycle: "h23",
});

export function writeDate(at: string | number | Date): string {
  const part = Object.fromEntries(form.formatToParts(new Date(at)).map(({ type, value }) => [type, value]));
  // “Sept” of some versions of the language data, and their commas, are not ours.
  return `${part.day} ${part.month!.slice(0, 3)} ${part.year}, ${part.hour}:${part.minute}`;
}
