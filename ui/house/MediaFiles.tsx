"use client";
import { Trash } from "react-bootstrap-icons";
import type { HousePicture } from "@/core/document/media";
import { enter } from "@/core/edit/house-edit";
import type { SectionProps } from "./section";
import { TextCell } from "./TextCell";
import { UploadButton } from "@/ui/parts/UploadButton";

const kinds = { pictures: "picture", videos: "video", sounds: "sound" } as const;
type List = keyof typeof kinds;

/** Pictures, videos and sounds that designs may show. */
export function MediaFiles({ house, edit, remove }: SectionProps) {
  const rename = (list: List, id: string, name: string) =>
    edit(
      (draft) =>
        void ((draft[list] as { id: string; name: string }[]).find((entry) => entry.id === id)!.name = name.slice(
          0,
          80,
        )),
    );
  /** Every draft that shows it shows the new one; releases keep what they were published with. */
  const replace = (id: string, picture: Omit<HousePicture, "id" | "name">) =>
    edit(
      (draft) =>
        void Object.assign(
          draft.pictures.find((entry) => entry.id === id)!,
          picture,
        ),
    );
  const entries = [
    ...house.pictures.map((p) => ({
      list: "pictures" as const,
      id: p.id,
      name: p.name,
      src: `/api/media/${p.hash}`,
      facts: `${p.width} × ${p.height}`,
    })),
    ...house.videos.map((v) => ({
      list: "videos" as const,
      id: v.id,
      name: v.name,
      src: `/api/media/${v.hash}/frames/0`,
      facts: `${v.width} × ${v.height}, ${((v.frames * v.fps.den) / v.fps.num).toFixed(1)} s`,
    })),
    ...house.sounds.map((s) => ({
      list: "sounds" as const,
      id: s.id,
      name: s.name,
      src: undefined,
      facts: `${s.durationS.toFixed(1)} s of sound`,
    })),
  ];
  return (
    <section aria-label="Pictures, videos, sounds">
      <h2 className="rubric">Pictures, videos, sounds</h2>
      <ul className="house-media d-grid gap-16">
        {entries.map(({ list, id, name, src, facts }) => (
          <li key={`${list} ${id}`}>
            {src ? (
              // eslint-disable-next-line @next/next/no-img-element -- a stored file, served by us as it is
              <img src={src} alt="" loading="lazy" />
            ) : (
              <span className="house-media__sound text-secondary text-center" aria-hidden>
                ♪
              </span>
            )}
            <TextCell
              value={name}
              label={`Name of ${name}`}
              className="fw-semibold"
              onChange={(text) => rename(list, id, text)}
            />
            <span className="align-items-center text-secondary d-flex fs-13 justify-content-between figures">
              {facts}
              {list === "pictures" && (
                <UploadButton
                  label="Replace"
                  accept=".png,.jpg,.jpeg,.webp"
                  wanted={["picture"]}
                  onUploaded={(made) => made.kind === "picture" && replace(id, made.picture)}
                />
              )}
              <button
                type="button"
                className="small-button"
                aria-label={`Take ${name} away`}
                onClick={() => remove({ kind: kinds[list], id }, name)}
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
      </div>
    </section>
  );
}
