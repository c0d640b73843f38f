import { SavedMove } from "@/core/document/saved-move";

const start = (gap = 0) => ({ to: "phase", edge: "start", gap });
const calm = { kind: "cubic-bezier", x1: 0.16, y1: 1, x2: 0.3, y2: 1 };

/** The garden's saved moves: how its names, marks and captions come, and one set for a whole strap. */
export const savedMoves: readonly { readonly id: string; readonly document: SavedMove }[] = [
  {
    id: "name-comes-up",
    name: "Name comes up",
    tags: ["names", "calm"],
    parts: [{ moves: [{ id: "up", kind: "rise", phase: "arrive", length: 0.5, ease: calm, start: start() }] }],
  },
  {
    id: "seedling",
    name: "Seedling",
    tags: ["marks"],
    parts: [
      {
        moves: [
          { id: "sprout", kind: "pop", phase: "arrive", length: 0.5, turn: 30, start: start(0.04) },
          { id: "breath", kind: "breathe", phase: "stay", length: 3.2, loop: { pause: 0.4 } },
        ],
      },
    ],
  },
  {
    id: "soft-words",
    name: "Soft words",
    tags: ["captions", "calm"],
    parts: [
      {
        moves: [
          {
            ...{ id: "soft", kind: "blur-in", phase: "arrive", length: 0.7, start: start() },
            split: { by: "word", order: "forward", overlap: 0.7 },
          },
        ],
      },
    ],
  },
  {
    id: "pendulum",
    name: "Pendulum",
    tags: ["marks"],
    parts: [{ moves: [{ id: "swing", kind: "swing", phase: "arrive", length: 1.1, turn: 32, start: start() }] }],
  },
  {
    id: "leaf-by-leaf",
    name: "Leaf by leaf",
    tags: ["whole designs"],
    parts: [
      {
        role: "mark",
        moves: [{ id: "l-mark", kind: "spin-in", phase: "arrive", length: 0.6, turn: 90, start: start() }],
      },
      {
        role: "panel",
        moves: [{ id: "l-panel", kind: "unroll", phase: "arrive", length: 0.55, from: "left", start: start(0.12) }],
      },
      {
        role: "first line",
        moves: [
          {
            ...{ id: "l-first", kind: "rise", phase: "arrive", length: 0.6 },
            start: { to: "l-panel", edge: "start", gap: 0.2 },
            split: { by: "word", order: "forward", overlap: 0.75 },
          },
        ],
      },
      {
        role: "second line",
        moves: [
          {
            ...{ id: "l-second", kind: "fade", phase: "arrive", length: 0.4 },
            start: { to: "l-first", edge: "settle", gap: -0.2 },
          },
        ],
      },
    ],
  },
].map(({ id, ...document }) => ({ id, document: SavedMove.parse({ version: 1, ...document }) }));
