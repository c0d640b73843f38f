"use client";
import { bytes } from "@/ui/parts/amounts";
import type { ReceiverProps } from "./Receiver";

/** Letters carry files as text, a third longer; beyond these sizes they come late, or not at all. */
const limits = { light: 500_000, heavy: 2_000_000 };
const asText = (size: number): number => Math.ceil((size * 4) / 3);
const wordsBytes = 4_000;

/** A letter with the picture beside its text, and whether it is too heavy to be sent. */
export function Letter({ file, url }: ReceiverProps) {
  const weight = asText(file.bytes ?? 0) + wordsBytes;
  const [judged, words] =
    weight <= limits.light
      ? ["light", "Light enough: it arrives with the words."]
      : weight <= limits.heavy
        ? ["middling", "It arrives, but late on a phone. A smaller output would be better."]
        : ["heavy", "Too large: many inboxes leave it out or refuse it. Fit it to a limit."];
  return (
    <div className="letter">
      <div className={`letter__weight letter__weight--${judged}`} role="status">
        <b>{bytes(weight)}</b> {words}
      </div>
      <article className="letter__sheet">
        <p className="letter__to">From: garden post · To: friends of the garden · This week</p>
        <h2>What is out this week</h2>
        {/* eslint-disable-next-line @next/next/no-img-element -- the file itself, as it is */}
        <img src={url} alt={file.fileName} />
        <p>
          The winter border has turned over night, and the seed heads are worth the walk before the first frost takes
          them. Come early: the light is lowest, and best, before ten.
        </p>
        <p>The potting shed is open on Thursday from two.</p>
      </article>
    </div>
  );
}
