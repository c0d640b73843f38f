"use client";
import { faultSentence } from "@/core/document/fault-words";
import { useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { enablePatches, type Patch } from "immer";
import { useEffect, useRef, useState } from "react";
import { HouseView } from "@/contract/house";
import { House } from "@/core/document/house";
import { mergeDocuments } from "@/core/edit/merge";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import {
  doStep,
  historyAfter,
  noHistory,
  patchesBetween,
  redoStep,
  undoStep,
  type Change,
  type History,
} from "@/ui/parts/history";
import { Saver, type SaveState } from "@/ui/parts/saver";
import { stepLabel } from "./step-label";

enablePatches();

export interface HouseEditor {
  readonly house: House | undefined;
  readonly fault: string | undefined;
  readonly saving: boolean;
  /** What has been done on this page, and can be undone and done again. */
  readonly history: History;
  /** Changes the house style; what the schema refuses is said and changes nothing. */
  edit(recipe: (draft: House) => void): void;
  undo(): void;
  redo(): void;
  /** Whether all changes are stored, once they are; false when they can't be. */
  settled(): Promise<boolean>;
}

const key = ["house"];

/**
 * Saves the house style from what is shown. What others have changed meanwhile is taken in; where both have changed the
 * same, theirs stands, and that is said. What is refused is not shown as if it held.
 */
function saverOf(client: QueryClient, view: HouseView, tell: (state: SaveState<HouseView>, said?: string) => void) {
  const held = () => client.getQueryData<HouseView>(key);
  const saver: Saver<HouseView> = new Saver<HouseView>({
    path: "/api/house",
    revision: view.revision,
    stored: view.document,
    shown: () => held()?.document,
    conflict: HouseView,
    tell: (state) => {
      const mine = held()?.document;
      if (state.kind === "conflict" && mine) {
        const { theirs } = state;
        // What one has sent oneself, where the answer was lost, stands in nobody's way.
        const base = saver.hasSent(theirs.document) ? theirs.document : (saver.stored as House);
        const { merged, clashes } = mergeDocuments(base, mine, theirs.document, () => "theirs");
        const parsed = House.safeParse(merged);
        const document = parsed.success ? parsed.data : theirs.document;
        client.setQueryData<HouseView>(key, { revision: theirs.revision, document });
        const lost = clashes.length > 0 || !parsed.success;
        tell({ kind: "saved" }, lost ? "Someone else changed the same value. Theirs was kept." : undefined);
        saver.resume(theirs.revision, theirs.document, patchesBetween(theirs.document, document));
        return;
      }
      tell(state);
      if (state.kind === "saved") {
        client.setQueryData<HouseView>(key, (now) => now && { ...now, revision: saver.at });
        void client.invalidateQueries({ queryKey: ["drifts"] });
      }
      if (state.kind === "refused") void client.invalidateQueries({ queryKey: key });
    },
  });
  return saver;
}

/** Changes of one kind that follow each other closely, such as those of a colour that is being picked, are one step. */
const mergeKey = (patches: readonly Patch[]): string => patches.map(({ path }) => path.join(".")).join(" ");

/** The house style, edited in place and saved in small changes. */
export function useHouse(): HouseEditor {
  const client = useQueryClient();
  const view = useQuery({ queryKey: key, queryFn: () => call("/api/house", HouseView), staleTime: 30_000 });
  const [fault, setFault] = useState<string>();
  const [state, setState] = useState<SaveState<HouseView>>({ kind: "saved" });
  const [steps, setSteps] = useState<{ history: History; of: House | undefined }>({
    history: noHistory,
    of: undefined,
  });
  const saver = useRef<Saver<HouseView>>(undefined);
  useEffect(() => {
    const leave = () => saver.current?.dispose();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, []);
  // Others' changes come in while nothing of one's own is on its way.
  useEvents(["house"], (event) => {
    const known = client.getQueryData<HouseView>(key)?.revision ?? 0;
    const isOwn = event !== "reset" && Number(event.body.revision) <= known;
    if (state.kind !== "saved" || isOwn) return;
    saver.current = undefined;
    void client.invalidateQueries({ queryKey: key });
  });
  /** What still leads somewhere in what is shown now, whoever has made it. */
  const historyOf = (document: House): History =>
    steps.of === undefined || steps.of === document ? steps.history : historyAfter(steps.history, steps.of, document);
  const take = (now: HouseView, change: Change<House> | undefined) => {
    if (!change) return;
    const parsed = House.safeParse(change.document);
    if (!parsed.success) {
      setFault(faultSentence(parsed.error.issues[0]));
      return;
    }
    setFault(undefined);
    setSteps({ history: change.history, of: change.document });
    client.setQueryData<HouseView>(key, { ...now, document: change.document });
    // After a refusal it goes on from what is stored.
    if (state.kind === "refused") saver.current = undefined;
    saver.current ??= saverOf(client, now, (next, said) => {
      setState(next);
      if (said) setFault(said);
    });
    saver.current.add(change.patches);
  };
  const step = (way: (document: House, history: History) => Change<House> | undefined) => {
    const now = client.getQueryData<HouseView>(key);
    if (now) take(now, way(now.document, historyOf(now.document)));
  };
  const said = state.kind === "refused" || state.kind === "waiting" ? state.message : undefined;
  return {
    house: view.data?.document,
    fault: fault ?? said ?? view.error?.message,
    saving: state.kind === "saving" || state.kind === "waiting",
    history: view.data ? historyOf(view.data.document) : noHistory,
    edit: (recipe) =>
      step((document, history) => {
        const tried = doStep(document, history, "", recipe);
        if (!tried) return undefined;
        return doStep(document, history, stepLabel(document, tried.patches), recipe, mergeKey(tried.patches));
      }),
    undo: () => step(undoStep),
    redo: () => step(redoStep),
    settled: async () => saver.current === undefined || (await saver.current.flush()) !== undefined,
  };
}
