import Link from "next/link";

export default function NotFound() {
  return (
    <main className="page">
      <div className="page__head">
        <h1>Nothing here</h1>
        <p>
          This page does not exist, or not any more. <Link href="/">Go to the shelf</Link>
        </p>
      </div>
    </main>
  );
}
