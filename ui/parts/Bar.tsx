/** How much of something is done. `of` is all of it; `label` says what it is to those who don't see it. */
export function Bar({ now, of, label }: { now: number; of: number; label: string }) {
  const share = Math.round((100 * Math.min(now, of)) / Math.max(1, of));
  return (
    <div className="progress my-4">
      <div
        className="progress-bar"
        role="progressbar"
        aria-label={label}
        aria-valuenow={now}
        aria-valuemin={0}
        aria-valuemax={of}
        style={{ width: `${share}%` }}
      />
    </div>
  );
}
