/** Seconds as a pattern writes them: the largest unit of the pattern takes what is above it. */
export function writeTime(pattern: string, seconds: number): string {
  const tenths = Math.max(0, Math.floor(seconds * 10 + 1e-6));
  const whole = Math.floor(tenths / 10);
  const hasHours = /h/.test(pattern);
  const hasMinutes = /m/.test(pattern);
  const units: Readonly<Record<string, number>> = {
    h: Math.floor(whole / 3600),
    m: hasHours ? Math.floor(whole / 60) % 60 : Math.floor(whole / 60),
    s: hasMinutes ? whole % 60 : hasHours ? whole % 3600 : whole,
    f: tenths % 10,
  };
  return pattern.replace(/h+|m+|s+|f/g, (found) => String(units[found[0]!]!).padStart(found.length, "0"));
}
