import { House } from "@/core/document/house";
import { marks } from "./marks";

/** Quillmere Botanic Garden: a made-up garden with a small content team. */
export const house: House = House.parse({
  version: 1,
  name: "Quillmere Botanic Garden",
  colours: [
    { role: "fern", name: "Fern", hex: "#14342bff", on: ["paper", "pollen"] },
    { role: "moss", name: "Moss", hex: "#2f6b4fff", on: ["paper"] },
    { role: "paper", name: "Paper", hex: "#fbf6eaff", on: ["fern", "moss", "night"] },
    { role: "pollen", name: "Pollen", hex: "#f4c64eff", on: ["fern", "night"] },
    { role: "coral", name: "Coral", hex: "#f0705aff", on: ["night", "fern"] },
    { role: "night", name: "Night", hex: "#0e1822ff", on: ["paper", "pollen", "coral", "mist"] },
    { role: "mist", name: "Mist", hex: "#dce8e1ff", on: ["fern", "night"] },
  ],
  types: [
    {
      id: "name",
      name: "Name",
      style: { family: "Bricolage Grotesque", weight: 700, size: 4.6, tracking: -1, leading: 1.1, box: "cap" },
    },
    { id: "role", name: "Role", style: { family: "Figtree", weight: 600, size: 2.7, tracking: 0.4, box: "cap" } },
    { id: "handle", name: "Handle", style: { family: "Figtree", weight: 600, size: 3.4, box: "cap" } },
    {
      id: "caption",
      name: "Caption",
      style: { family: "Bricolage Grotesque", weight: 700, size: 5.2, tracking: -1, box: "cap" },
    },
    {
      id: "title",
      name: "Title",
      style: { family: "Bricolage Grotesque", weight: 800, size: 9, tracking: -1, leading: 1, box: "cap" },
    },
    { id: "quote", name: "Quote", style: { family: "Fraunces", weight: 400, italic: true, size: 5.2, box: "cap" } },
    { id: "small", name: "Small", style: { family: "Figtree", weight: 500, size: 2.2, box: "cap" } },
  ],
  marks,
});
