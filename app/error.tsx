"use client";

/** A page that fell. The server's own faults carry a digest; everything else happened here, in the browser. */
export default function ErrorPage({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <main className="page">
      <div className="page__head">
        <h1>This page could not be shown</h1>
        {error.digest ? (
          <p>Rubrick could not prepare it just now. What is saved is safe; try again in a moment.</p>
        ) : (
          <p>Something in the page itself went wrong. What is saved is safe.</p>
        )}
      </div>
      <button className="btn btn-primary" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
