"use client";
import { useState } from "react";
import { Trash } from "react-bootstrap-icons";
import type { House } from "@/core/document/house";
import { enter, withParts } from "@/core/edit/house-edit";
import { UploadButton } from "@/ui/parts/UploadButton";
import { FileDialog } from "./FileDialog";
import { factsOf, fileSource, kindOfList, type FileList, type HouseFile } from "./files";
import type { Removed } from "./RemoveDialog";
import type { SectionProps } from "./section";
import { TextCell } from "./TextCell";
import { UnusedDialog } from "./UnusedDialog";

const filesOf = (house: House): { list: FileList; file: HouseFile }[] =>
  (["pictures", "videos", "sounds"] as const).flatMap((list) => house[list].map((file) => ({ list, file })));

/** Pictures, videos and sounds that designs may show. */
export function MediaFiles({
  house,
  edit,
  settled,
  remove,
  onRemoved,
}: SectionProps & { onRemoved: (removed: Removed) => void }) {
  const [opened, setOpened] = useState<{ list: FileList; id: string }>();
  const [clearing, setClearing] = useState(false);
  const files = filesOf(house);
  const open = opened && files.find(({ list, file }) => list === opened.list && file.id === opened.id);
  const change = (list: FileList, id: string, parts: Partial<HouseFile>) =>
    edit((draft) => {
      const held: HouseFile[] = draft[list];
      const file = held.find((entry) => entry.id === id);
      if (file) withParts(file, parts);
    });
  return (
    <section aria-label="Pictures, videos and sounds">
      <h2 className="rubric">Pictures, videos and sounds</h2>
      <ul className="house-media d-grid gap-16">
        {files.map(({ list, file }) => (
          <li key={`${list} ${file.id}`}>
            <button
              type="button"
              className="house-media__open bg-none border-0 d-block p-0 w-100"
              aria-label={`${file.name}: where it is used, its licence, replace it`}
              onClick={() => setOpened({ list, id: file.id })}
            >
              <FilePicture list={list} file={file} />
            </button>
            <TextCell
              value={file.name}
              label={`Name of ${file.name}`}
              className="fw-semibold"
              onChange={(text) => change(list, file.id, { name: text.slice(0, 80) })}
            />
            <span className="align-items-center text-secondary d-flex fs-13 justify-content-between figures">
              {factsOf(file)}
              <button
                type="button"
                className="small-button"
                aria-label={`Remove ${file.name}`}
                onClick={() => remove({ kind: kindOfList[list], id: file.id }, file.name)}
              >
                <Trash aria-hidden />
              </button>
            </span>
          </li>
        ))}
      </ul>
      <div className="align-items-center d-flex flex-wrap gap-8">
        <UploadButton
          label="Picture, video or sound"
          accept=".png,.jpg,.jpeg,.webp,.mp4,.mov,.webm,.wav,.mp3,.m4a"
          wanted={["picture", "video", "sound"]}
          onUploaded={(made) =>
            edit((draft) => {
              if (made.kind === "picture") enter(draft, "pictures", { name: made.name, ...made.picture });
              else if (made.kind === "video") enter(draft, "videos", { name: made.name, ...made.video });
              else if (made.kind === "sound") enter(draft, "sounds", { name: made.name, ...made.sound });
            })
          }
        />
        {files.length > 0 && (
          <button type="button" className="chip" onClick={() => setClearing(true)}>
            Remove what nothing uses
          </button>
        )}
        {files.length > 0 && <span className="quiet fs-13">Press a picture to see where it is used.</span>}
      </div>
      {open && (
        <FileDialog
          {...open}
          onChange={(parts) => change(open.list, open.file.id, parts)}
          onClose={() => setOpened(undefined)}
        />
      )}
      {clearing && <UnusedDialog settled={settled} onRemoved={onRemoved} onClose={() => setClearing(false)} />}
    </section>
  );
}

function FilePicture({ list, file }: { list: FileList; file: HouseFile }) {
  const source = fileSource(list, file.hash);
  return source === undefined ? (
    <span className="house-media__sound text-secondary text-center" aria-hidden>
      ♪
    </span>
  ) : (
    // eslint-disable-next-line @next/next/no-img-element -- a stored file, served by us as it is
    <img src={source} alt="" loading="lazy" />
  );
}
