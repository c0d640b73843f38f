/** The size of a file as one would say it; kilobytes of 1,000 bytes. */
export function bytes(size: number): string {
  if (size < 1000) return `${size} B`;
  if (size < 1e6) return `${(size / 1e3).toFixed(0)} kB`;
  return size < 1e9 ? `${(size / 1e6).toFixed(1)} MB` : `${(size / 1e9).toFixed(2)} GB`;
}

/** A stretch of time as one would say it. */
export function about(seconds: number): string {
  if (seconds < 1.5) return "a second";
  if (seconds < 50) return `${Math.round(seconds)} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 90) return `${minutes} min`;
  return `${Math.round(seconds / 3600)} hours`;
}
