"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { NewSheet, SheetList } from "@/contract/sheets";
import { call } from "./api";

/** The sheet to go on with: one’s own newest of the design, where it is of this release and still empty, or a new one. */
async function sheetFor(releaseId: string, designId: string, name: string): Promise<string> {
  const { sheets } = await call(`/api/sheets?mine=yes&design=${designId}`, SheetList);
  const newest = sheets[0];
  if (newest?.rows === 0 && newest.releaseId === releaseId && newest.name === name) return newest.id;
  return (await call("/api/sheets", NewSheet, { releaseId, name })).id;
}

/** Starts a sheet of a release and opens it. */
export function NewSheetButton(props: { releaseId: string; designId: string; name: string }) {
  const { releaseId, designId, name } = props;
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const start = async () => {
    setBusy(true);
    setFault(undefined);
    try {
      router.push(`/sheets/${await sheetFor(releaseId, designId, name)}`);
    } catch (error) {
      setFault((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <>
      <Button variant="link" size="sm" className="p-0" disabled={busy} onClick={() => void start()}>
        Many in a sheet
      </Button>
      {fault && (
        <span role="alert" className="text-primary">
          {" "}
          {fault}
        </span>
      )}
    </>
  );
}
