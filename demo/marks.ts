import type { Mark } from "@/core/document/vector";
import { leafMarks } from "./leaf-mark";

const disc = (colour: string) => ({ d: "M100 4A96 96 0 1 0 100 196 96 96 0 1 0 100 4Z", colour });

/** The quill leaf: one straight edge, one full curve, and a vein that stops short of the tip. */
const leaf = "M74 158 L74 62 C74 44 92 34 132 34 C140 88 122 132 74 158 Z";
const vein = "M74 158 L80 150 C100 120 112 92 118 58 C106 90 92 114 74 138 Z";

/** The garden's mark and those of its series; each a disc, so that all have one optical size. */
export const marks: Mark[] = [
  {
    id: "garden",
    name: "Quill leaf",
    drawing: {
      width: 200,
      height: 200,
      shapes: [
        disc("house:pollen"),
        { d: leaf, colour: "house:fern" },
        { d: vein, colour: "house:pollen" },
        { d: "M70 40 L70 172 L62 172 L62 40 Z", colour: "house:fern" },
      ],
    },
  },
  {
    id: "potting-shed",
    name: "Potting shed",
    drawing: {
      width: 200,
      height: 200,
      shapes: [
        disc("house:coral"),
        { d: "M58 104 L142 104 L130 160 L70 160 Z", colour: "house:night" },
        { d: "M52 88 L148 88 L148 100 L52 100 Z", colour: "house:night" },
        { d: "M98 84 L98 60 C98 44 112 34 134 34 C134 56 122 68 106 68 L106 84 Z", colour: "house:night" },
        { d: "M94 84 L94 74 C82 74 68 66 66 48 C84 46 96 56 98 70 Z", colour: "house:night" },
      ],
    },
  },
  {
    id: "moth",
    name: "Moth",
    drawing: {
      width: 200,
      height: 200,
      shapes: [
        disc("house:night"),
        { d: "M96 70 C70 40 42 46 34 60 C36 92 60 108 96 104 Z", colour: "house:pollen" },
        { d: "M104 70 C130 40 158 46 166 60 C164 92 140 108 104 104 Z", colour: "house:pollen" },
        { d: "M96 110 C74 112 56 124 60 146 C80 156 94 140 96 122 Z", colour: "house:mist" },
        { d: "M104 110 C126 112 144 124 140 146 C120 156 106 140 104 122 Z", colour: "house:mist" },
      ],
    },
  },
  // The made-up networks: one or two plain shapes each, in the ink of their account.
  {
    id: "murmur",
    name: "Murmur",
    drawing: {
      width: 200,
      height: 200,
      shapes: [
        { d: "M30 118 A70 70 0 0 1 170 118 L140 118 A40 40 0 0 0 60 118 Z", colour: "house:pollen" },
        { d: "M100 98 A26 26 0 1 1 99.9 98 Z", colour: "house:pollen" },
      ],
    },
  },
  {
    id: "plotline",
    name: "Plotline",
    drawing: {
      width: 200,
      height: 200,
      shapes: [
        { d: "M28 136 L76 66 L112 112 L150 44 L174 58 L116 158 L79 112 L52 152 Z", colour: "house:night" },
        { d: "M28 166 L172 166 L172 182 L28 182 Z", colour: "house:night" },
      ],
    },
  },
  {
    id: "dewdrop",
    name: "Dewdrop",
    drawing: {
      width: 200,
      height: 200,
      shapes: [
        { d: "M100 18 C132 66 156 92 156 126 A56 56 0 0 1 44 126 C44 92 68 66 100 18 Z", colour: "house:paper" },
        { d: "M72 128 A28 28 0 0 0 100 156 L100 142 A14 14 0 0 1 86 128 Z", colour: "house:moss" },
      ],
    },
  },
  {
    id: "sapling",
    name: "Sapling",
    drawing: {
      width: 200,
      height: 200,
      shapes: [
        {
          d: "M92 182 L92 96 C44 96 26 66 24 32 C70 32 98 52 100 86 C104 62 128 44 172 46 C170 84 146 106 108 108 L108 182 Z",
          colour: "house:fern",
        },
      ],
    },
  },
  {
    id: "lantern",
    name: "Lantern",
    drawing: {
      width: 200,
      height: 200,
      shapes: [
        { d: "M64 60 L136 60 L152 152 L48 152 Z M84 78 L72 134 L128 134 L116 78 Z", colour: "house:pollen" },
        { d: "M100 90 C114 106 114 128 100 128 C86 128 86 106 100 90 Z", colour: "house:coral" },
        { d: "M60 162 L140 162 L140 176 L60 176 Z M78 24 L122 24 L130 50 L70 50 Z", colour: "house:pollen" },
      ],
    },
  },
  ...leafMarks(),
];
