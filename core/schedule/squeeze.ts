/** The factor by which arriving and leaving are shortened, so that a clip of so many seconds also stays. */
export function squeezeOf(phasesS: number, minStay: number, lengthS: number): number {
  if (phasesS + minStay <= lengthS) return 1;
  // In a clip hardly longer than the shortest stay, half of it is left to arriving and leaving.
  const stayS = Math.min(minStay, lengthS / 2);
  return Math.min(1, (lengthS - stayS) / phasesS);
}
