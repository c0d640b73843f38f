import { useEffect, useState } from "react";
import type { House } from "@/core/document/house";
import type { TypeStyle } from "@/core/document/text";
import { bundledFonts, faceFile, pickFace, type Face } from "@/core/type/catalogue";

/** Faces that ship and those of the house. */
export function facesOf(house: House): Face[] {
  const own = house.fonts.map(({ hash, family, weight, italic, weights }) => ({
    id: hash,
    family,
    weight,
    italic,
    ...(weights ? { weights } : {}),
  }));
  return [...bundledFonts.faces, ...own];
}

/** The CSS family of a type style's face once the page has loaded it; undefined until then, and where it can't be. */
export function useFace(
  faces: readonly Face[],
  { family, weight, italic }: Pick<TypeStyle, "family" | "weight" | "italic">,
): string | undefined {
  const face = pickFace({ faces, fallbacks: [] }, family, weight, italic);
  const file = face && faceFile(face.id);
  const [ready, setReady] = useState<string>();
  useEffect(() => {
    if (!file) return;
    const path = /^[0-9a-f]{64}$/.test(file) ? `/api/media/${file}` : `/fonts/${encodeURIComponent(file)}`;
    // Any weight is the file's own affair: one with an axis for it draws it, and no other is made bolder by the browser.
    const font = new FontFace(`specimen-${file}`, `url("${path}")`, {
      weight: "1 1000",
      style: italic ? "italic" : "normal",
    });
    void font.load().then(
      () => {
        document.fonts.add(font);
        setReady(file);
      },
      () => setReady(undefined),
    );
  }, [file, italic]);
  return ready === undefined || ready !== file ? undefined : `specimen-${ready}`;
}
