"use client";
import { useMemo } from "react";
import type { RowView } from "@/contract/sheets";
import { problemsOf, type Problem } from "@/core/sheets/problems";
import { remember } from "@/ui/parts/remember";
import { deskOf, useSheet } from "./store";

/** What is to be looked at in rows, found once for each state of a row. */
export function useProblems(): (row: RowView) => readonly Problem[] {
  const view = useSheet((state) => state.view);
  const { desk, others } = view;
  return useMemo(
    () =>
      remember((row: RowView) => {
        const { document, accepted } = deskOf({ desk, others }, row);
        return problemsOf(document, { ...row, accepted: [...accepted, ...row.accepted] });
      }),
    [desk, others],
  );
}

/** How a row and its clips stand, in one word. */
export function standing({ clips, state }: RowView): string {
  const has = (wanted: RowView["clips"][number]["state"]) => clips.some((clip) => clip.state === wanted);
  if (has("making")) return "making";
  if (has("out of date")) return "outdated";
  if (has("failed")) return "failed";
  return clips.length > 0 ? "made" : state;
}

/** Which rows are shown: all, or those of one kind. `problem:ID` are those that have it. */
export type Show =
  "all" | "wrong" | "unseen" | "draft" | "ready" | "approved" | "made" | "outdated" | `problem:${string}`;

export const showWords: Readonly<Record<Exclude<Show, `problem:${string}`>, string>> = {
  all: "All rows",
  wrong: "Needs attention",
  unseen: "Not reviewed yet",
  draft: "Drafts",
  ready: "Ready",
  approved: "Approved",
  made: "Made",
  outdated: "Out of date",
};

/** Whether a row is among those that are shown. */
export function isShown(row: RowView, show: Show, problems: readonly Problem[]): boolean {
  switch (show) {
    case "all":
      return true;
    case "wrong":
      return problems.length > 0;
    case "unseen":
      return row.found === null;
    case "draft":
    case "ready":
    case "approved":
      return row.state === show;
    case "made":
    case "outdated":
      return standing(row) === show;
    default:
      return problems.some(({ id }) => show === `problem:${id}`);
  }
}
