import { standardFormats } from "@/core/document/format";
import { House } from "@/core/document/house";
import { marks } from "./marks";
import { pictures } from "./pictures";
import { voice } from "./sounds";
import { ferns } from "./videos";

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
    { id: "lead", name: "Lead", style: { family: "Fraunces", weight: 400, size: 5.2, leading: 1.16 } },
    {
      id: "figures",
      name: "Figures",
      style: {
        family: "Fraunces",
        weight: 600,
        size: 16,
        tracking: -2,
        box: "cap",
        figures: "tabular",
        features: { lnum: 1 },
      },
    },
    {
      id: "label",
      name: "Label",
      style: { family: "Figtree", weight: 700, size: 2.2, tracking: 12, case: "upper", box: "cap" },
    },
    { id: "small", name: "Small", style: { family: "Figtree", weight: 500, size: 2.2, box: "cap" } },
  ],
  marks,
  pictures,
  sounds: [voice],
  videos: [ferns],
  formats: standardFormats.map((format) =>
    format.id === "tall"
      ? {
          ...format,
          keepClear: [
            { name: "App buttons", x: 0.86, y: 0.42, width: 0.14, height: 0.36 },
            { name: "App caption", x: 0, y: 0.84, width: 1, height: 0.16 },
            { name: "App title", x: 0, y: 0, width: 1, height: 0.08 },
          ],
        }
      : format,
  ),
  accounts: [
    { id: "murmur", network: "Murmur", handle: "@quillmere", mark: "murmur", ground: "fern", ink: "pollen" },
    {
      id: "plotline",
      network: "Plotline",
      handle: "@quillmere.garden",
      mark: "plotline",
      ground: "coral",
      ink: "night",
    },
    { id: "dewdrop", network: "Dewdrop", handle: "@quillmeregarden", mark: "dewdrop", ground: "moss", ink: "paper" },
    { id: "sapling", network: "Sapling", handle: "@pottingshedtalks", mark: "sapling", ground: "pollen", ink: "fern" },
    { id: "lantern", network: "Lantern", handle: "@mothnight", mark: "lantern", ground: "night", ink: "pollen" },
  ],
});
