"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useDropzone } from "react-dropzone";
import { Failure, success } from "@/contract/answer";
import { Underway } from "@/contract/jobs";
import { mostUploadBytes } from "@/contract/media";
import { jobEnded } from "@/ui/parts/jobs";
import { Notice } from "@/ui/parts/Notice";

/** Sends a package to be looked into. Answers the job that has done so. Throws with the reason. */
async function sendPackage(file: File): Promise<string> {
  if (file.size > mostUploadBytes) throw new Error(`${file.name}: this file is larger than 200 MB.`);
  const answer = await fetch(`/api/packages?name=${encodeURIComponent(file.name.slice(0, 200))}`, {
    method: "POST",
    body: file,
    headers: { "Content-Type": "application/octet-stream" },
  }).catch(() => {
    throw new Error(`${file.name}: the upload broke off. Try again.`);
  });
  const json: unknown = await answer.json().catch(() => undefined);
  const failure = Failure.safeParse(json);
  if (failure.success) throw new Error(`${file.name}: ${failure.data.error.message}`);
  const { job } = success(Underway).parse(json).data;
  const ended = await jobEnded(job);
  if (ended.state !== "done") throw new Error(`${file.name}: ${ended.error ?? "it could not be read. Try again."}`);
  return job;
}

/** Where packages and drawings are brought in: a place to drop one, and what came of it. */
export function PackageDrop() {
  const router = useRouter();
  const [busy, setBusy] = useState<string>();
  const [fault, setFault] = useState<string>();
  const take = async ([file]: readonly File[]) => {
    if (!file) return;
    setFault(undefined);
    setBusy(file.name);
    try {
      router.push(`/packages/${await sendPackage(file)}`);
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(undefined);
  };
  const { getRootProps, getInputProps, isDragActive } = useDropzone({
    onDrop: (files) => void take(files),
    multiple: false,
    disabled: busy !== undefined,
  });
  return (
    <main className="page">
      <div className="page__head">
        <h1>Import package</h1>
        <p>
          A design package from another Rubrick, or a drawing to start from: a layered SVG, or a zip of SVG panels,
          whose layers become layers of a design under their own names. You see what comes before anything is entered.
        </p>
      </div>
      <div {...getRootProps()} className={`sheet-drop package-drop${isDragActive ? " is-over" : ""}`}>
        <input {...getInputProps()} aria-label="A package or a drawing" />
        {busy ? (
          <span role="status">{busy} is being uploaded and checked …</span>
        ) : (
          "Drop a package or an SVG here, or press to choose one."
        )}
      </div>
      {fault && <Notice weight="stop">{fault}</Notice>}
    </main>
  );
}
