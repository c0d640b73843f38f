"use client";

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="page">
      <div className="page__head">
        <h1>This page could not be shown</h1>
        <p>Rubrick or its database does not answer just now. Nothing is lost.</p>
      </div>
      <button className="btn btn-primary" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
