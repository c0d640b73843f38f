import Link from "next/link";
import type { ReactNode } from "react";

/** A screen for a desk: on a phone it says so, and leads to what can be done there. */
export function NeedsRoom({ what, children }: { what: string; children: ReactNode }) {
  return (
    <>
      <main className="needs-room page">
        <p role="heading" aria-level={1} className="font-serif fs-20 fw-semibold">
          {what} needs more room
        </p>
        <p>Open this page in a window at least 1,000 px wide, on a computer or a large tablet held sideways.</p>
        <p>
          On a phone you can <Link href="/">fill in a clip</Link>, <Link href="/outbox">download files</Link> and work
          with <Link href="/orders">running orders</Link>.
        </p>
      </main>
      {children}
    </>
  );
}
