"use client";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { BenchView } from "@/contract/designs";
import { HouseView } from "@/contract/house";
import { Underway } from "@/contract/jobs";
import { SavedMoves } from "@/contract/moves";
import { Outputs } from "@/contract/outputs";
import { PackageTaken } from "@/contract/packages";
import type { Package } from "@/core/document/package";
import { changesBetween } from "@/core/edit/compare";
import { adoptPackage, choicesOfOurs, startingChoices, type Adopted, type PartChoices } from "@/core/package/adopt";
import { parsePackage } from "@/core/package/parse";
import { arrivalsOf, type Arrival, type Stock } from "@/core/package/parts";
import { ApiError, call } from "@/ui/parts/api";
import { jobEnded } from "@/ui/parts/jobs";

export type DesignChoice = "new" | "update" | "leave";

/** The document of a package that a job has looked into. Throws with words. */
async function fetchPackage(job: string): Promise<Package> {
  const answer = await fetch(`/api/jobs/${job}/file`);
  if (!answer.ok) throw new Error("This package has expired after a day. Upload it again.");
  const parsed = parsePackage(await answer.json());
  if (!parsed.ok) throw new Error(parsed.message);
  return parsed.package;
}

/** The draft that is called like a design of a package; nothing where there is none. */
async function draftLike(id: string): Promise<BenchView | null> {
  try {
    return await call(`/api/designs/${id}`, BenchView);
  } catch (error) {
    if (error instanceof ApiError && error.status === 404) return null;
    throw error;
  }
}

/** What a package brings, what is here, and what would come of the choices made. */
export interface Review {
  readonly pack: Package;
  readonly here: Stock;
  readonly arrivals: readonly Arrival[];
  /** The drafts here that designs of it are called like, with what they differ in. */
  readonly known: ReadonlyMap<string, { readonly name: string; readonly changes: readonly string[] }>;
}

/** Fetches a package that was looked into together with what is here. */
export function useReview(job: string): { review: Review | undefined; fault: string | undefined } {
  const found = useQuery({
    queryKey: ["package", job],
    queryFn: async (): Promise<Review> => {
      const pack = await fetchPackage(job);
      const [{ document: house }, { moves }, { outputs }] = await Promise.all([
        call("/api/house", HouseView),
        call("/api/moves", SavedMoves),
        call("/api/outputs", Outputs),
      ]);
      const here = { house, moves, outputs: outputs.map(({ output }) => output.id) };
      const known: [string, { name: string; changes: string[] }][] = [];
      for (const { document } of pack.designs) {
        const draft = await draftLike(document.id);
        if (draft)
          known.push([document.id, { name: draft.document.name, changes: changesBetween(draft.document, document) }]);
      }
      return { pack, here, arrivals: arrivalsOf(pack, here), known: new Map(known) };
    },
    staleTime: Infinity,
    retry: false,
  });
  return { review: found.data, fault: found.error?.message };
}

/** The choices about a package, and what the designs are with them. */
export function useChoices({ pack, here, arrivals, known }: Review) {
  const [choices, setChoices] = useState<PartChoices>(() => startingChoices(arrivals, pack.whole));
  const [designs, setDesigns] = useState<Readonly<Record<string, DesignChoice>>>(() =>
    Object.fromEntries(pack.designs.map(({ document: { id } }) => [id, known.has(id) ? "update" : "new"])),
  );
  const adopted = useMemo((): { made: Adopted } | { fault: string } => {
    try {
      return { made: adoptPackage(pack, here, choices) };
    } catch (error) {
      return { fault: (error as Error).message };
    }
  }, [pack, here, choices]);
  return {
    ...{ choices, designs, adopted },
    setChoice: (key: string, choice: PartChoices[string]) => setChoices((before) => ({ ...before, [key]: choice })),
    setDesign: (id: string, choice: DesignChoice) => setDesigns((before) => ({ ...before, [id]: choice })),
    keepOwn: () => setChoices(startingChoices(arrivals, pack.whole)),
    takeOurs: () => setChoices(choicesOfOurs(arrivals, pack.whole)),
  };
}

/** Has a package taken with these choices. Throws with words. */
export async function takePackage(
  job: string,
  request: { choices: PartChoices; designs: Readonly<Record<string, DesignChoice>> },
): Promise<PackageTaken> {
  const asked = await call(`/api/packages/${job}/take`, Underway, request);
  const ended = await jobEnded(asked.job);
  if (ended.state !== "done") throw new Error(ended.error ?? "This was cancelled. Nothing was imported.");
  return PackageTaken.parse(ended.result);
}
