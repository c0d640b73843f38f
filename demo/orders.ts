import type { HandOver } from "@/core/document/order";
import type { LiveSchedule } from "@/core/document/live";
import type { FieldValue } from "@/core/fields/value";

/** A running order of the demo world; its graphics by their designs. */
export interface DemoOrder {
  readonly name: string;
  readonly handOver: HandOver;
  readonly entries: readonly {
    readonly design: string;
    readonly lengthS: number;
    readonly fields: Readonly<Record<string, FieldValue>>;
    readonly handOver?: HandOver;
  }[];
  /** Its live page, by when it shows it. */
  readonly live?: { readonly name: string; readonly format: string; readonly schedule: LiveSchedule };
}

const speaker = (name: string, role: string, accent: string) => ({
  ...{ design: "name-strap", lengthS: 6, fields: { name, role, accent, mark: "moth" } },
});

/** An evening by the old wall: what counts down to it, who speaks, and thanks. */
const evening: DemoOrder = {
  name: "Moth Night",
  handOver: { kind: "gap", seconds: 0.6 },
  entries: [
    {
      design: "countdown",
      lengthS: 12,
      fields: { title: "Moth Night opens in", under: "lamps lit at the old wall" },
      handOver: { kind: "gap", seconds: 1.2 },
    },
    { ...speaker("Wren Okafor", "Bees and meadows", "pollen"), handOver: { kind: "leaving" } },
    { ...speaker("ليلى حداد", "أمينة بيت السراخس", "moss"), handOver: { kind: "leaving" } },
    speaker("Solveig Mostøl", "Moss and lichen", "mist"),
    {
      design: "bloom-card",
      lengthS: 7,
      fields: {
        picture: "night-lamp",
        label: "Out tonight",
        title: "Moths at the night lamp",
        date: "By the old wall, after ten",
        mark: "moth",
      },
    },
    {
      design: "handle-pop-up",
      lengthS: 11,
      fields: {
        account: { kind: "accounts", list: ["dewdrop", "lantern", "murmur"].map((account) => ({ account })) },
      },
    },
    {
      design: "spoken-line",
      lengthS: 7,
      fields: { sentence: "Thank you for staying up with the *moths*" },
    },
  ],
};

/** What the stream says every five minutes: where to find the garden. */
const accounts: DemoOrder = {
  name: "Moth Night, accounts",
  handOver: { kind: "leaving" },
  entries: ["murmur", "plotline", "dewdrop", "sapling", "lantern"].map((account) => ({
    ...{ design: "handle-pop-up", lengthS: 5, fields: { account } },
  })),
  live: {
    name: "Stream",
    format: "wide",
    schedule: { kind: "every", minutes: 5, fromMs: Date.UTC(2026, 0, 1) },
  },
};

export const demoOrders: readonly DemoOrder[] = [evening, accounts];
