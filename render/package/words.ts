import { readFile } from "node:fs/promises";
import { join } from "node:path";
import type { Package } from "@/core/document/package";
import { documentPlace, licencePlace, placeOfFile, placeOfPoster, schemaPlace } from "./layout";

/*
 * What a package says to people who open it without Rubrick.
 */

const licenceFile = (family: string): string =>
  join(process.cwd(), "public", "fonts", "licences", `${family.toLowerCase().replaceAll(" ", "-")}.txt`);

/** Whose each file is, as far as it was written down, and the licences of the fonts that ship, whole. */
export async function licencesOf({ house, shipped, name, files }: Package): Promise<string> {
  const places = new Map(files.map((file) => [file.hash, placeOfFile(file)]));
  const said = (what: string, hash: string, licence: string | undefined) =>
    `${what}\n  ${places.get(hash) ?? ""}\n  ${licence || "Nothing is written down about its licence: ask before you use it elsewhere."}\n`;
  const families = [...new Set(shipped.map(({ family }) => family))];
  const texts = await Promise.all(
    families.map(
      async (family) => `\n${family}\n${"=".repeat(family.length)}\n${await readFile(licenceFile(family), "utf8")}`,
    ),
  );
  return [
    `Licences of what is in “${name}”\n`,
    ...house.fonts.map((font) => said(`Font ${font.family}, ${font.weight}`, font.hash, font.licence)),
    ...house.pictures.map((picture) => said(`Picture “${picture.name}”`, picture.hash, picture.licence)),
    ...house.videos.map((video) => said(`Video “${video.name}”`, video.hash, video.licence)),
    ...house.sounds.map((sound) => said(`Sound “${sound.name}”`, sound.hash, sound.licence)),
    ...(house.marks.length > 0 ? ["Marks and accounts belong to whose brand they are.\n"] : []),
    ...texts,
  ].join("\n");
}

const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.codePointAt(0)};`);

const style = `body{font:16px/1.5 Georgia,serif;color:#201c18;background:#f6f2e9;max-width:60rem;margin:2rem auto;padding:0 1rem}
h1,h2{font-weight:600}h2{color:#b3271e;margin-top:2.5rem}figure{display:inline-block;margin:0 1rem 1rem 0}img{height:12rem;display:block}
figcaption,small{color:#5d554b;font-size:.85rem}table{border-collapse:collapse}td,th{text-align:left;padding:.2rem 1.2rem .2rem 0;border-bottom:1px solid #d9d2c3;vertical-align:top}
i.ink{display:inline-block;width:1em;height:1em;border:1px solid #d9d2c3;margin-right:.4em;vertical-align:-.15em}`;

/** A page that shows what is in a package, without any script. */
export function pageOf(pack: Package): string {
  const { house, designs, name, notes } = pack;
  const row = (cells: readonly string[]) => `<tr>${cells.map((cell) => `<td>${cell}</td>`).join("")}</tr>`;
  const sections = designs.map(({ document, release, rows }) => {
    const posters = document.formats.map((format) => {
      const formatName = house.formats.find(({ id }) => id === format)?.name ?? format;
      const src = placeOfPoster(document.id, format);
      return `<figure><img src="${src}" alt="${escaped(`${document.name}, ${formatName}`)}"><figcaption>${escaped(formatName)}</figcaption></figure>`;
    });
    const fields = document.fields.map((field) =>
      row([escaped(field.label), escaped(field.kind), escaped(field.help ?? "")]),
    );
    const about = [
      release === undefined ? "A draft." : `Release ${release}.`,
      `${document.length.min} to ${document.length.max} s long, ${document.length.default} s unless said.`,
      ...(rows.length > 0 ? [`${rows.length} rows are filled in.`] : []),
    ];
    return `<h2>${escaped(document.name)}</h2><p>${escaped(document.about)}</p><p><small>${about.join(" ")}</small></p>
${posters.join("\n")}${fields.length > 0 ? `<table><tr><th>Filled in</th><th>Kind</th><th>Help</th></tr>${fields.join("")}</table>` : ""}`;
  });
  const colours = house.colours.map(({ hex, name: colour }) =>
    row([`<i class="ink" style="background:${hex}"></i>${escaped(colour)}`, hex]),
  );
  const types = house.types.map((type) =>
    row([escaped(type.name), `${escaped(type.style.family)} ${type.style.weight}`]),
  );
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(name)}</title><style>${style}</style>
<h1>${escaped(name)}</h1><p>${escaped(notes)}</p>
<p>A design package: bring it into Rubrick from its shelf, or make clips of it by command line. What it holds is written in <a href="${documentPlace}">${documentPlace}</a>, described by <a href="${schemaPlace}">${schemaPlace}</a>; whose it is in <a href="${licencePlace}">${licencePlace}</a>.</p>
${sections.join("\n")}
<h2>Of the house style “${escaped(house.name)}”</h2><table>${colours.join("")}${types.join("")}</table>
</html>
`;
}
