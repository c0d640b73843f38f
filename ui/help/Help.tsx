"use client";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { findHelp, helpSections, type HelpSection } from "./sections";

/** What every control does, found by its name or by any other word for it. */
export function Help() {
  const [search, setSearch] = useState("");
  const found = findHelp(helpSections, search);
  return (
    <main className="page help">
      <header className="page__head">
        <h1>Help</h1>
        <p className="quiet">What every control does. The same sentences appear when you point at one.</p>
      </header>
      <Form.Control
        type="search"
        className="help__search"
        aria-label="Search the help"
        placeholder="gradient, countdown, ProRes, loop …"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
      />
      {search === "" && (
        <nav className="help__contents chips mt-12" aria-label="Contents">
          {helpSections.map(({ id, title }) => (
            <a key={id} className="chip" href={`#${id}`}>
              {title}
            </a>
          ))}
        </nav>
      )}
      <p className="visually-hidden" role="status">
        {search === "" ? "" : `${found.reduce((sum, { entries }) => sum + entries.length, 0)} found`}
      </p>
      {found.length === 0 && (
        <p className="mt-20">
          Nothing is called “{search}”, nor has it as another word. Try a shorter word, or ask a designer.
        </p>
      )}
      {found.map((section) => (
        <Section key={section.id} section={section} />
      ))}
    </main>
  );
}

function Section({ section: { id, title, about, entries } }: { section: HelpSection }) {
  return (
    <section id={id} className="help__section mt-20" aria-labelledby={`help-${id}`}>
      <h2 id={`help-${id}`} className="rubric">
        {title}
      </h2>
      <p className="quiet fs-13 mb-8">{about}</p>
      <dl className="help__list">
        {entries.map(({ label, help, keys, also }, i) => (
          <div key={`${label} ${i}`}>
            <dt>
              {label} {keys && <kbd>{keys}</kbd>}
            </dt>
            <dd>
              {help}
              {also && (
                <small className="quiet d-block">
                  Also called: {also.includes(",") ? also : also.split(" ").join(", ")}
                </small>
              )}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
