import type { Package } from "@/core/document/package";
import { textOf, valueOf } from "@/core/document/values";
import { writeCsv } from "@/core/table/csv";

/** Fonts and files that come along, with what is written down of their licences, and rows that are filled in. */
export function FilesComing({ pack: { house, shipped, designs } }: { pack: Package }) {
  const owned = [
    ...house.fonts.map(({ family, weight, licence }) => ({ what: `Font ${family} ${weight}`, licence })),
    ...house.pictures.map(({ name, licence }) => ({ what: `Picture “${name}”`, licence })),
    ...house.videos.map(({ name, licence }) => ({ what: `Video “${name}”`, licence })),
    ...house.sounds.map(({ name, licence }) => ({ what: `Sound “${name}”`, licence })),
  ];
  const families = [...new Set(shipped.map(({ family }) => family))];
  const filled = designs.filter(({ rows }) => rows.length > 0);
  return (
    <section className="mt-16" aria-label="Files and licences">
      {(owned.length > 0 || families.length > 0) && <h2>Files and their licences</h2>}
      <ul className="fs-13 mb-0">
        {families.map((family) => (
          <li key={family}>Font {family}: comes with Rubrick, under the SIL Open Font License.</li>
        ))}
        {owned.map(({ what, licence }, i) => (
          <li key={i}>
            {what}: {licence || "no licence note. Ask before you use it elsewhere."}
          </li>
        ))}
      </ul>
      {filled.map(({ document, rows }) => {
        const heading = document.fields.map(({ label }) => label);
        const lines = rows.map((row) => document.fields.map((field) => textOf(field, valueOf(field, row, false))));
        const table = writeCsv({ heading, rows: lines });
        return (
          <p key={document.id} className="fs-13 mt-8 mb-0">
            <a
              href={`data:text/csv;charset=utf-8,${encodeURIComponent(`\ufeff${table}`)}`}
              download={`${document.id}.csv`}
            >
              Save the {rows.length} {rows.length === 1 ? "row" : "rows"} of {document.name} as a table
            </a>
            , to be dropped on a sheet once it is published.
          </p>
        );
      })}
    </section>
  );
}
