/** The three sheets of the strip: arrive and leave to scale, the stay folded between them. Shares of the strip. */
export interface Papers {
  readonly arriveS: number;
  readonly leaveS: number;
  readonly lengthS: number;
  readonly arrive: number;
  readonly stay: number;
}

const leastShare = 0.12;
const stayShare = 0.24;

/** Widths for a clip whose phases take so many seconds. */
export function papersOf(arriveS: number, leaveS: number, lengthS: number): Papers {
  const phases = Math.max(arriveS + leaveS, 1e-6);
  const wanted = arriveS / phases;
  const arrive = (1 - stayShare) * Math.min(1 - leastShare, Math.max(leastShare, wanted));
  return { arriveS, leaveS, lengthS, arrive, stay: stayShare };
}

/** Where an instant of the clip stands on the papers, as a share of the strip. */
export function shareAt(papers: Papers, timeS: number): number {
  const { arriveS, leaveS, lengthS, arrive, stay } = papers;
  const leave = 1 - arrive - stay;
  const leaveFromS = lengthS - leaveS;
  if (timeS < arriveS) return (arrive * timeS) / Math.max(arriveS, 1e-6);
  if (timeS < leaveFromS) return arrive + (stay * (timeS - arriveS)) / Math.max(leaveFromS - arriveS, 1e-6);
  return arrive + stay + leave * Math.min(1, (timeS - leaveFromS) / Math.max(leaveS, 1e-6));
}

/** The instant at a share of the strip. */
export function timeAt(papers: Papers, share: number): number {
  const { arriveS, leaveS, lengthS, arrive, stay } = papers;
  const at = Math.min(1, Math.max(0, share));
  if (at < arrive) return (arriveS * at) / arrive;
  const leaveFromS = lengthS - leaveS;
  if (at < arrive + stay) return arriveS + ((leaveFromS - arriveS) * (at - arrive)) / stay;
  return leaveFromS + (leaveS * (at - arrive - stay)) / (1 - arrive - stay);
}
