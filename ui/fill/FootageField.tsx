"use client";
import { Button } from "react-bootstrap";
import type { FillDesk } from "@/contract/releases";
import { fillFacts } from "@/core/facts/fill";
import { UploadButton } from "@/ui/parts/UploadButton";

interface FootageFieldProps {
  readonly desk: Pick<FillDesk, "document" | "outputs">;
  readonly footage: string | undefined;
  readonly onChange: (footage: string | undefined) => void;
}

/** The film that this clip is laid over, where an output lays it over its own. */
export function FootageField({ desk, footage, onChange }: FootageFieldProps) {
  const { outputs: allowed } = desk.document;
  const asked = desk.outputs.some(
    (output) =>
      output.kind === "h264" && output.backing.kind === "own" && (allowed === undefined || allowed.includes(output.id)),
  );
  if (!asked && footage === undefined) return null;
  return (
    <section className="fill__group" aria-label="Footage" data-help={fillFacts.footage.help}>
      <h2 className="rubric">Footage</h2>
      {footage === undefined ? (
        <p className="quiet mb-8">
          Upload the footage that this clip lies over, for outputs that use a clip’s own footage.
        </p>
      ) : (
        <video
          className="fill__footage d-block mb-8 w-100"
          src={`/api/media/${footage.slice("media:".length)}`}
          muted
          loop
          playsInline
          preload="metadata"
          aria-label="Footage under this clip"
        />
      )}
      <div className="d-flex align-items-center gap-8">
        <UploadButton
          label={footage === undefined ? "Upload footage" : "Replace footage"}
          accept="video/mp4,video/quicktime,video/webm"
          wanted={["footage"]}
          as="footage"
          onUploaded={(made) => made.kind === "footage" && onChange(`media:${made.footage.hash}`)}
        />
        {footage !== undefined && (
          <Button variant="link" size="sm" onClick={() => onChange(undefined)}>
            Without footage
          </Button>
        )}
      </div>
    </section>
  );
}
