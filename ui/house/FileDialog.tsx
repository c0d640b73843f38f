"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { Modal } from "react-bootstrap";
import { PartUses } from "@/contract/house-parts";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { UploadButton } from "@/ui/parts/UploadButton";
import {
  differences,
  factsOf,
  fileSource,
  kindOfList,
  partsOf,
  type FileList,
  type FileParts,
  type HouseFile,
} from "./files";
import { LicenceBox } from "./LicenceBox";

const accepted: Readonly<Record<FileList, string>> = {
  pictures: ".png,.jpg,.jpeg,.webp",
  videos: ".mp4,.mov,.webm",
  sounds: ".wav,.mp3,.m4a",
};

/** One file of the house style: where it is used, whose it is, and another in its place. */
export function FileDialog({
  list,
  file,
  onChange,
  onClose,
}: {
  list: FileList;
  file: HouseFile;
  onChange: (parts: Partial<HouseFile>) => void;
  onClose: () => void;
}) {
  const kind = kindOfList[list];
  const [after, setAfter] = useState<FileParts>();
  const putInPlace = () => {
    if (after) onChange(after);
    onClose();
  };
  return (
    <PaperDialog title={file.name} size="lg" onClose={onClose}>
      <Modal.Body className="d-grid gap-16">
        <div className="house-file d-grid gap-16">
          <FileFigure list={list} file={file} title={after ? "Before" : "Now"} />
          {after ? <FileFigure list={list} file={after} title="After" /> : <Uses kind={kind} id={file.id} />}
        </div>
        {after &&
          differences(file, after).map((said) => (
            <Notice key={said} weight="warn">
              {said}
            </Notice>
          ))}
        <LicenceBox value={file.licence} onChange={(licence) => onChange({ licence })} />
      </Modal.Body>
      <Modal.Footer className="align-items-center">
        <UploadButton
          label={after ? "Choose another file" : `Replace this ${kind}`}
          accept={accepted[list]}
          wanted={[kind]}
          onUploaded={(made) => setAfter(partsOf(made))}
        />
        {after && (
          <button type="button" className="btn btn-primary" onClick={putInPlace}>
            Replace everywhere
          </button>
        )}
      </Modal.Footer>
    </PaperDialog>
  );
}

function FileFigure({ list, file, title }: { list: FileList; file: FileParts; title: string }) {
  const source = fileSource(list, file.hash);
  return (
    <figure className="m-0">
      {source === undefined ? (
        <audio controls src={`/api/media/${file.hash}`} className="w-100" />
      ) : (
        // eslint-disable-next-line @next/next/no-img-element -- a stored file, served by us as it is
        <img src={source} alt={`${title}: the file`} />
      )}
      <figcaption className="quiet fs-13 figures">
        {title}: {factsOf(file)}
      </figcaption>
    </figure>
  );
}

/** Drafts that show it; releases keep what they were published with. */
function Uses({ kind, id }: { kind: string; id: string }) {
  const { data: uses, error } = useQuery({
    queryKey: ["house-uses", kind, id],
    queryFn: () => call(`/api/house/uses?kind=${kind}&id=${id}`, PartUses),
    staleTime: 0,
    gcTime: 0,
  });
  if (error) return <Notice weight="stop">{error.message}</Notice>;
  if (!uses) return <p className="quiet m-0">Finding where it is used …</p>;
  if (uses.designs.length + uses.house.length === 0)
    return <p className="m-0">It is not used anywhere. Releases keep what they were published with.</p>;
  return (
    <div>
      <p className="m-0">It is used by</p>
      <ul>
        {uses.designs.map(({ id: design, name }) => (
          <li key={design}>
            <Link href={`/bench/${design}`}>{name}</Link>
          </li>
        ))}
        {uses.house.map((name) => (
          <li key={name}>{name}</li>
        ))}
      </ul>
      <p className="quiet fs-13 m-0">The new file shows there at once. Releases keep what they were published with.</p>
    </div>
  );
}
