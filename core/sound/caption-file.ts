/** A line of a caption file: seconds, and its words without markup. */
export interface Caption {
  readonly startS: number;
  readonly endS: number;
  readonly text: string;
  /** Instants of single words, where the file gives them. */
  readonly words: readonly { readonly timeS: number; readonly text: string }[];
}

export interface CaptionFault {
  /** Counted from 1. */
  readonly line: number;
  readonly message: string;
}

export interface CaptionFile {
  readonly kind: "webvtt" | "srt";
  readonly captions: readonly Caption[];
  readonly faults: readonly CaptionFault[];
}

const stamp = String.raw`(?:(\d{1,3}):)?(\d{1,2}):(\d{2})[.,](\d{1,3})`;
const timing = new RegExp(`^\\s*${stamp}\\s*-->\\s*${stamp}(?:\\s.*)?$`);
const inner = new RegExp(`<${stamp}>`, "g");

function seconds(parts: readonly (string | undefined)[]): number | undefined {
  const [hours, minutes, whole, fraction] = parts.map((part) => Number(part ?? 0)) as [number, number, number, number];
  if (minutes > 59 || whole > 59) return undefined;
  return hours * 3600 + minutes * 60 + whole + fraction / 10 ** (parts[3]?.length ?? 3);
}

const plain = (text: string): string =>
  text
    .replace(/<[^>]*>/g, "")
    .replaceAll("&lt;", "<")
    .replaceAll("&gt;", ">")
    .replaceAll("&nbsp;", "\u00a0")
    .replaceAll("&amp;", "&")
    .replace(/\s+/g, " ")
    .trim();

/**
 * Reads WebVTT or SRT. What can be read is read; what cannot is listed by its line. Source: WebVTT, W3C Candidate
 * Recommendation; SRT as commonly written.
 */
export function readCaptionFile(text: string): CaptionFile {
  const lines = text.replace(/^\ufeff/, "").split(/\r\n|\r|\n/);
  const kind = /^WEBVTT($|[ \t])/.test(lines[0] ?? "") ? "webvtt" : "srt";
  const captions: Caption[] = [];
  const faults: CaptionFault[] = [];
  const fault = (line: number, message: string) => faults.push({ line: line + 1, message });
  let i = kind === "webvtt" ? 1 : 0;
  while (i < lines.length) {
    if (lines[i]!.trim() === "") {
      i++;
      continue;
    }
    const first = i;
    while (i < lines.length && lines[i]!.trim() !== "") i++;
    const block = lines.slice(first, i);
    if (kind === "webvtt" && /^(NOTE|STYLE|REGION)($|[ \t])/.test(block[0]!)) continue;
    const at = block.findIndex((line) => line.includes("-->"));
    if (at < 0) {
      // Lines between the header and the first blank line belong to the header.
      if (!(kind === "webvtt" && first === 1)) fault(first, "There is no time here, such as 00:01.000 --> 00:02.500.");
      continue;
    }
    const match = timing.exec(block[at]!);
    const startS = match ? seconds(match.slice(1, 5)) : undefined;
    const endS = match ? seconds(match.slice(5, 9)) : undefined;
    if (startS === undefined || endS === undefined) {
      fault(first + at, `“${block[at]!.trim()}” is not a time such as 00:01.000 --> 00:02.500.`);
      continue;
    }
    if (endS <= startS) {
      fault(first + at, "This line ends before it begins.");
      continue;
    }
    const last = captions[captions.length - 1];
    if (last && startS < last.startS) fault(first + at, "This line begins before the one above it.");
    const body = block.slice(at + 1).join(" ");
    if (plain(body) === "") fault(first + at, "There are no words under this time.");
    captions.push({ startS, endS, text: plain(body), words: wordsOf(body, startS) });
  }
  if (captions.length === 0 && faults.length === 0) fault(0, "There is nothing in this file.");
  captions.sort((a, b) => a.startS - b.startS);
  return { kind, captions, faults };
}

/** Words with instants of their own, as `<00:01.200>` before a word gives them. */
function wordsOf(body: string, startS: number): Caption["words"] {
  const marks = [...body.matchAll(inner)];
  if (marks.length === 0) return [];
  const words: { timeS: number; text: string }[] = [];
  const head = plain(body.slice(0, marks[0]!.index));
  if (head) words.push({ timeS: startS, text: head });
  for (const [i, mark] of marks.entries()) {
    const timeS = seconds(mark.slice(1, 5));
    const part = plain(body.slice(mark.index + mark[0].length, marks[i + 1]?.index));
    if (timeS !== undefined && part) words.push({ timeS, text: part });
  }
  return words;
}
