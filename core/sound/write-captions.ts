import type { TimedWords } from "../sample/words";

/** `00:00:01.040`, or with a comma for SRT. */
function stamp(timeS: number, point: "." | ","): string {
  const ms = Math.round(timeS * 1000);
  const two = (value: number) => String(value).padStart(2, "0");
  const [hours, minutes, seconds] = [
    Math.floor(ms / 3_600_000),
    Math.floor(ms / 60_000) % 60,
    Math.floor(ms / 1000) % 60,
  ];
  return `${two(hours)}:${two(minutes)}:${two(seconds)}${point}${String(ms % 1000).padStart(3, "0")}`;
}

const escaped = (text: string): string => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");

/** WebVTT of the words, with the instants of those that come one by one. Source: W3C, WebVTT. */
export function writeWebVtt(captions: readonly TimedWords[]): string {
  const cues = captions.map(({ startS, endS, text, words }, i) => {
    // A stamp must lie after all before it: words that come together share one.
    const timed = words.map((word, k) => {
      const isLater = k > 0 && stamp(word.timeS, ".") > stamp(words[k - 1]!.timeS, ".");
      const between = k === 0 ? "" : word.isNewLine ? "\n" : " ";
      return `${between}${isLater ? `<${stamp(word.timeS, ".")}>` : ""}${escaped(word.text)}`;
    });
    const said = words.length > 0 ? timed.join("") : escaped(text);
    return `${i + 1}\n${stamp(startS, ".")} --> ${stamp(endS, ".")}\n${said}\n`;
  });
  return ["WEBVTT\n", ...cues].join("\n");
}

/** SRT of the words, as programs commonly read it: numbered, with commas and CRLF. */
export function writeSrt(captions: readonly TimedWords[]): string {
  const cues = captions.map(
    ({ startS, endS, text }, i) => `${i + 1}\n${stamp(startS, ",")} --> ${stamp(endS, ",")}\n${text}\n`,
  );
  return cues.join("\n").replaceAll("\n", "\r\n");
}
