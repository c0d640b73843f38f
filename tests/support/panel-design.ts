import { as } from "./api";

/** A panel as most tests begin with: 50 by 16 u at the lower left of the title-safe area, in the house's first colour. */
const panelIn = (house: { colours: { role: string }[] }) => ({
  ...{ id: "panel", name: "Panel", kind: "rectangle" },
  ...{ width: { kind: "fixed", u: 50 }, height: { kind: "fixed", u: 16 } },
  place: { at: { x: 0, y: 1 }, on: "title-safe", from: { x: 0, y: 1 } },
  fill: { kind: "plain", colour: `house:${house.colours[0]!.role}` },
});

/** Puts that panel into a design that is still blank. */
export async function putPanel(id: string): Promise<void> {
  const { document, revision, house } = (await as("tomas", "GET", `/api/designs/${id}`)).data;
  const filled = { ...document, layers: [panelIn(house)] };
  const put = await as("tomas", "POST", `/api/designs/${id}/replace`, { revision, document: filled });
  if (put.status !== 200) throw new Error(`the panel could not be put in: ${put.error?.message}`);
}

let source: Promise<string> | undefined;

/** A design with one panel, to be copied: a copy begins at its first revision. */
async function sourceId(): Promise<string> {
  const { id } = (await as("tomas", "POST", "/api/designs", { name: "A panel to begin with" })).data as { id: string };
  await putPanel(id);
  return id;
}

/** Begins a design with one panel, as Tomás; gives the answer of the handler. */
export async function beginWithPanel(name: string) {
  source ??= sourceId();
  return as("tomas", "POST", "/api/designs", { name, copyOf: await source });
}
