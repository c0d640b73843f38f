/** One font file. */
export interface Face {
  /** File name below `public/fonts`, or the content hash of an uploaded font. Names the face everywhere. */
  readonly id: string;
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  /** Lightest and boldest weight of a variable font; one face then stands for all between. */
  readonly weights?: readonly [number, number];
}

/** The font file of a face's id: an id of a variable font names its weight after the file. */
export const faceFile = (faceId: string): string => faceId.replace(/@\d+$/, "");

/** The fonts at hand and the families that stand in, in turn, for characters the chosen family lacks. */
export interface Catalogue {
  readonly faces: readonly Face[];
  readonly fallbacks: readonly string[];
  /** What a text is set in whose own family is not here. */
  readonly standIn?: string;
}

const weightNames = { 400: "Regular", 500: "Medium", 600: "SemiBold", 700: "Bold", 800: "ExtraBold" } as const;
type Weight = keyof typeof weightNames;

function faces(family: string, file: string, weights: readonly Weight[], italic = false): Face[] {
  return weights.map((weight) => ({
    id: `${file}_${weight}${weightNames[weight]}${italic ? "_Italic" : ""}.ttf`,
    family,
    weight,
    italic,
  }));
}

/** The fonts that ship with Rubrick, all under the SIL Open Font License (see `public/fonts/licences`). */
export const bundledFonts: Catalogue = {
  faces: [
    ...faces("Bricolage Grotesque", "BricolageGrotesque", [400, 600, 700, 800]),
    ...faces("Fraunces", "Fraunces", [400, 600, 700]),
    ...faces("Fraunces", "Fraunces", [400, 600], true),
    ...faces("Figtree", "Figtree", [400, 500, 600, 700]),
    ...faces("Noto Sans Arabic", "NotoSansArabic", [400, 600, 700]),
    ...faces("Noto Sans Hebrew", "NotoSansHebrew", [400, 600, 700]),
    ...faces("Noto Sans Devanagari", "NotoSansDevanagari", [400, 600, 700]),
    ...faces("Noto Sans", "NotoSans", [400, 600, 700]),
    ...faces("Noto Emoji", "NotoEmoji", [400]),
  ],
  standIn: "Figtree",
  fallbacks: ["Noto Sans Arabic", "Noto Sans Hebrew", "Noto Sans Devanagari", "Figtree", "Noto Sans", "Noto Emoji"],
};

/** The family's face nearest in slope, then weight; undefined when the family is not in the catalogue. */
export function pickFace(catalogue: Catalogue, family: string, weight: number, italic: boolean): Face | undefined {
  let best: Face | undefined;
  let bestCost = Infinity;
  for (const face of catalogue.faces) {
    if (face.family !== family) continue;
    const at = face.weights ? Math.min(face.weights[1], Math.max(face.weights[0], weight)) : face.weight;
    const cost = (face.italic === italic ? 0 : 10000) + Math.abs(at - weight);
    if (cost >= bestCost) continue;
    best = face.weights ? { ...face, id: `${face.id}@${at}`, weight: at } : face;
    bestCost = cost;
  }
  return best;
}

export const hasFamily = (catalogue: Catalogue, family: string): boolean =>
  catalogue.faces.some((face) => face.family === family);

/** The face of the family first, then one face of each fallback family, nearest in weight. */
export function faceChain(catalogue: Catalogue, family: string, weight: number, italic: boolean): Face[] {
  const own = hasFamily(catalogue, family) ? family : (catalogue.standIn ?? family);
  const families = [own, ...catalogue.fallbacks.filter((fallback) => fallback !== own)];
  return families.flatMap((name) => pickFace(catalogue, name, weight, italic) ?? []);
}
