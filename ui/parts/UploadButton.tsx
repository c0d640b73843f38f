"use client";
import { useRef, useState } from "react";
import { Upload } from "react-bootstrap-icons";
import type { Uploaded } from "@/contract/media";
import { Notice } from "@/ui/parts/Notice";
import { upload } from "@/ui/parts/upload";

/** Sends files one after the other; each that is refused says why, the others are taken all the same. */
export function UploadButton({
  label,
  accept,
  wanted,
  as,
  onUploaded,
  onAll,
}: {
  label: string;
  accept: string;
  wanted: readonly Uploaded["kind"][];
  /** A film is kept as it is, to lie under a clip, instead of being taken apart. */
  as?: "slot" | "footage";
  onUploaded?: (made: Uploaded) => void;
  /** All that were taken, when the last has come. */
  onAll?: (made: readonly Uploaded[]) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState<string>();
  const [faults, setFaults] = useState<readonly string[]>([]);
  const [notes, setNotes] = useState<readonly string[]>([]);
  const take = async (files: readonly File[]) => {
    setFaults([]);
    setNotes([]);
    const taken: Uploaded[] = [];
    for (const file of files) {
      setBusy(file.name);
      try {
        const made = await upload(file, as);
        if (wanted.includes(made.kind)) {
          taken.push(made);
          onUploaded?.(made);
          if ("note" in made && made.note) setNotes((before) => [...before, `${file.name}: ${made.note}`]);
        } else
          setFaults((before) => [...before, `${file.name}: this is a ${made.kind}; upload it in another section.`]);
      } catch (error) {
        setFaults((before) => [...before, (error as Error).message]);
      }
    }
    setBusy(undefined);
    if (taken.length > 0) onAll?.(taken);
  };
  return (
    <>
      <button type="button" className="chip" disabled={busy !== undefined} onClick={() => input.current?.click()}>
        <Upload aria-hidden /> {busy ? `Uploading ${busy} …` : label}
      </button>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        aria-label={`Upload: ${label}`}
        accept={accept}
        multiple
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = "";
          void take(files);
        }}
      />
      {notes.map((note) => (
        <Notice key={note} weight="warn">
          {note}
        </Notice>
      ))}
      {faults.map((fault) => (
        <Notice key={fault} weight="stop">
          {fault}
        </Notice>
      ))}
    </>
  );
}
