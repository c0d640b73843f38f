"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { NewSheet } from "@/contract/sheets";
import { call } from "./api";

/** Starts a sheet of a release and opens it. */
export function NewSheetButton({ releaseId, name }: { releaseId: string; name: string }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const start = async () => {
    setBusy(true);
    try {
      const { id } = await call("/api/sheets", NewSheet, { releaseId, name });
      router.push(`/sheets/${id}`);
    } catch {
      setBusy(false);
    }
  };
  return (
    <Button variant="link" size="sm" className="p-0" disabled={busy} onClick={() => void start()}>
      Many in a sheet
    </Button>
  );
}
