"use client";
import { useRef, useState } from "react";

/** An address to be handed on, and a press that copies it. */
export function CopyAddress({ address, label }: { address: string; label: string }) {
  const box = useRef<HTMLInputElement>(null);
  const [copied, setCopied] = useState<string>();
  const copy = async () => {
    box.current?.select();
    // A page without a certificate has no clipboard; there it is marked, to be copied by hand.
    const done = await navigator.clipboard?.writeText(address).then(
      () => true,
      () => false,
    );
    setCopied(done ? "Copied." : "Select it and copy it with Ctrl C.");
  };
  return (
    <div className="align-items-center d-flex flex-wrap gap-8">
      <input
        ref={box}
        readOnly
        className="form-control form-control-sm figures flex-1"
        aria-label={label}
        value={address}
        onFocus={(event) => event.target.select()}
      />
      <button type="button" className="btn btn-outline-secondary btn-sm" onClick={() => void copy()}>
        Copy
      </button>
      <span role="status" className="fs-13">
        {copied}
      </span>
    </div>
  );
}
