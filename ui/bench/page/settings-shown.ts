/** A setting that the inspector shows just now. */
export interface ShownSetting {
  readonly id: string;
  readonly name: string;
  /** The section that it stands in. */
  readonly section: string;
  readonly also: string;
  readonly help: string;
  /** Brings it into view and its control into focus. */
  readonly go: () => void;
}

const control = "input, select, textarea, button, [tabindex='0']";

/** All settings that the inspector shows, in their order, each once. */
export function settingsShown(): ShownSetting[] {
  const found = new Map<string, ShownSetting>();
  for (const row of document.querySelectorAll<HTMLElement>(".bench__page .row-of[data-name]")) {
    const { name = "", also = "", help = "" } = row.dataset;
    const section = row.closest("section")?.getAttribute("aria-label") ?? "";
    const id = `${section} ${name}`;
    if (name === "" || found.has(id)) continue;
    const go = () => {
      for (let box = row.closest("details"); box; box = box.parentElement!.closest("details")) box.open = true;
      row.scrollIntoView({ block: "center" });
      row.querySelector<HTMLElement>(`.row-of__label ~ * :is(${control})`)?.focus();
    };
    found.set(id, { id, name, section, also, help, go });
  }
  return [...found.values()];
}
