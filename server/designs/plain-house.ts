import { House } from "@/core/document/house";
import { Output } from "@/core/outputs/output";

const fps = { num: 25, den: 1 };

/** What an empty database begins with: a house style that nobody owns yet, for its owner to make theirs. */
export const plainHouse: House = House.parse({
  version: 1,
  name: "House style",
  colours: [
    { role: "ink", name: "Ink", hex: "#1c2230ff", on: ["paper", "accent"] },
    { role: "paper", name: "Paper", hex: "#f7f5f0ff", on: ["ink"] },
    { role: "accent", name: "Accent", hex: "#f2b53cff", on: ["ink"] },
  ],
  types: [
    { id: "name", name: "Name", style: { family: "Figtree", weight: 700, size: 4.6, leading: 1.1, box: "cap" } },
    { id: "role", name: "Role", style: { family: "Figtree", weight: 500, size: 2.7, box: "cap" } },
    { id: "title", name: "Title", style: { family: "Figtree", weight: 700, size: 9, leading: 1, box: "cap" } },
  ],
  marks: [],
});

export const plainOutputs: readonly Output[] = [
  { id: "see-through-clip", name: "Transparent clip (WebM)", kind: "vp9-alpha", fps },
  { id: "see-through-master", name: "Transparent master (ProRes 4444)", kind: "prores-4444", fps },
].map((output) => Output.parse(output));
