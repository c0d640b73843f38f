import { dialogDeeds, stageDeeds } from "@/core/facts/bench-deeds";
import { designFacts, finishFacts } from "@/core/facts/design";
import type { Fact, Facts } from "@/core/facts/fact";
import { fieldFacts } from "@/core/facts/field";
import { fillDeeds, fillFacts } from "@/core/facts/fill";
import { pictureFacts, placeFacts, styleFacts, textFacts } from "@/core/facts/layer";
import { inspectorDeeds, motionDeeds, soundDeeds } from "@/core/facts/inspector-deeds";
import { gradientFacts, linkFacts, sizeFacts, textPartFacts } from "@/core/facts/layer-parts";
import { easeFacts, moveFacts, progressFacts, soundFacts, timerFacts } from "@/core/facts/move";
import { orderDeeds, orderFacts } from "@/core/facts/order";
import { outputDeeds, outputFacts } from "@/core/facts/output";
import { fieldKinds } from "@/core/fields/kinds";
import { outputKinds } from "@/core/outputs/kinds";
import { shapeKinds } from "@/core/shapes/kinds";
import { commands } from "@/ui/bench/commands";

/** One thing that can be looked up: what it is called, what it does, its keys. */
export interface HelpEntry extends Fact {
  readonly keys?: string;
}

export interface HelpSection {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly entries: readonly HelpEntry[];
}

const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1);
const section = (id: string, title: string, about: string, entries: readonly HelpEntry[]): HelpSection => ({
  id,
  title,
  about,
  entries,
});
const of = (...tables: readonly Facts[]): HelpEntry[] => tables.flatMap((table) => Object.values(table));

const areas: readonly HelpEntry[] = [
  { label: "Shelf", help: "All published designs. Choose one to fill it in.", also: "library, templates, gallery" },
  { label: "Bench", help: "Where designers make a design: layers, motion, fields.", also: "editor, composition" },
  {
    label: "Sheets",
    help: "Many rows for one design: type, paste or import a table, and export all rows.",
    also: "batch, csv, spreadsheet, table",
  },
  {
    label: "Running orders",
    help: "Several graphics one after another, as one film or live on the air.",
    also: "playlist, rundown, live, playout",
  },
  {
    label: "Outbox",
    help: "All files that were asked for: their progress, proof and download.",
    also: "downloads, renders, queue",
  },
  { label: "Outputs", help: "Kinds of file with their settings, and sets of them.", also: "presets, export settings" },
  { label: "Moves", help: "Saved animations that designs share.", also: "animation presets" },
  {
    label: "House style",
    help: "Colours, type styles, marks, accounts, pictures, formats and rules of the brand.",
    also: "brand kit, logo, fonts",
  },
];

const shapes = Object.values(shapeKinds).flatMap((kind): HelpEntry[] => {
  const {
    label,
    about,
    numbers = {},
    properties = {},
  } = kind as typeof kind & {
    readonly numbers?: Facts;
    readonly properties?: Facts;
  };
  const own = of(properties, numbers).map((fact) => ({ ...fact, label: `${label}: ${fact.label.toLowerCase()}` }));
  return [{ label, help: `${about}.` }, ...own];
});

/** All that the page Help tells, by what one is doing; from the tables that the controls themselves read. */
export const helpSections: readonly HelpSection[] = [
  section("areas", "The areas", "What each page is for.", areas),
  section("filling", "Filling in", "What you set to export a clip.", [
    ...of(fillFacts, fillDeeds),
    ...Object.values(fieldKinds).map(({ label, help }) => ({ label: capital(label), help })),
  ]),
  section(
    "files",
    "Kinds of file",
    "What can be exported, and for what.",
    Object.values(outputKinds).map(({ label, technical }) => ({ label, help: capital(technical) })),
  ),
  section("outputs", "Settings of an output", "What a designer sets of a kind of file.", of(outputFacts, outputDeeds)),
  section("orders", "Running orders", "Film and air.", of(orderFacts, orderDeeds)),
  section("place", "Bench: place and size", "Where a layer is, in every format.", of(placeFacts, sizeFacts)),
  section("text", "Bench: text", "How words are set.", of(textFacts, textPartFacts)),
  section("pictures", "Bench: pictures and videos", "What is shown in a frame.", of(pictureFacts)),
  section("style", "Bench: style", "Fill, stroke, effects, masks.", of(styleFacts, gradientFacts)),
  section("shapes", "Bench: shapes", "Each kind of shape.", shapes),
  section("motion", "Bench: motion", "Moves, easing, links, progress, timers.", [
    ...of(moveFacts, easeFacts, linkFacts, progressFacts, timerFacts, motionDeeds),
  ]),
  section(
    "design",
    "Bench: the whole design",
    "What holds for all layers.",
    of(designFacts, finishFacts, soundFacts, soundDeeds),
  ),
  section("fields", "Bench: fields", "What others fill in.", of(fieldFacts)),
  section("inspector", "Bench: in the inspector", "What can be pressed beside the settings.", of(inspectorDeeds)),
  section("around", "Bench: stage, timeline, dialogs", "What can be pressed there.", of(stageDeeds, dialogDeeds)),
  section(
    "commands",
    "Bench: commands and keys",
    "On the bench, / lists the commands and ? the keys.",
    commands.map(({ name, help, also, keys }) => ({
      label: name,
      help,
      ...(also !== undefined && { also }),
      ...(keys !== undefined && { keys }),
    })),
  ),
];

/** The sections with what has all these words in its name, help or other words. */
export function findHelp(sections: readonly HelpSection[], search: string): HelpSection[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = (title: string, { label, help, also = "" }: HelpEntry) => {
    const text = `${title} ${label} ${help} ${also}`.toLowerCase();
    return words.every((word) => text.includes(word));
  };
  return sections
    .map((one) => ({ ...one, entries: one.entries.filter((entry) => fits(one.title, entry)) }))
    .filter(({ entries }) => entries.length > 0);
}
