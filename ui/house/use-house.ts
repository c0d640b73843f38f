"use client";
import { useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { enablePatches, produceWithPatches } from "immer";
import { useEffect, useRef, useState } from "react";
import { HouseView } from "@/contract/house";
import { House } from "@/core/document/house";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { Saver, type SaveState } from "@/ui/parts/saver";

enablePatches();

export interface HouseEditor {
  readonly house: House | undefined;
  readonly fault: string | undefined;
  readonly saving: boolean;
  /** Changes the house style; what the schema refuses is said and changes nothing. */
  edit(recipe: (draft: House) => void): void;
  /** Whether all changes are stored, once they are; false when they can't be. */
  settled(): Promise<boolean>;
}

const key = ["house"];

/** Saves the house style from the revision that is shown; what is refused is not shown as if it held. */
function saverOf(client: QueryClient, revision: number, tell: (state: SaveState<HouseView>) => void) {
  const saver: Saver<HouseView> = new Saver<HouseView>({
    path: "/api/house",
    revision,
    conflict: HouseView,
    tell: (state) => {
      tell(state);
      if (state.kind === "saved") {
        client.setQueryData<HouseView>(key, (held) => held && { ...held, revision: saver.at });
        void client.invalidateQueries({ queryKey: ["drifts"] });
      }
      if (state.kind === "refused" || state.kind === "conflict") void client.invalidateQueries({ queryKey: key });
    },
  });
  return saver;
}

/** The house style, edited in place and saved in small changes. */
export function useHouse(): HouseEditor {
  const client = useQueryClient();
  const view = useQuery({ queryKey: key, queryFn: () => call("/api/house", HouseView), staleTime: 30_000 });
  const [fault, setFault] = useState<string>();
  const [state, setState] = useState<SaveState<HouseView>>({ kind: "saved" });
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
  const edit = (recipe: (draft: House) => void): void => {
    const now = client.getQueryData<HouseView>(key);
    if (!now) return;
    const [document, patches] = produceWithPatches(now.document, (draft) => void recipe(draft as House));
    if (patches.length === 0) return;
    const parsed = House.safeParse(document);
    if (!parsed.success) {
      setFault(parsed.error.issues[0]?.message ?? "This value does not fit.");
      return;
    }
    setFault(undefined);
    client.setQueryData<HouseView>(key, { ...now, document });
    // After a refusal or another's change it goes on from what is stored.
    if (state.kind === "refused" || state.kind === "conflict") saver.current = undefined;
    saver.current ??= saverOf(client, now.revision, setState);
    saver.current.add(patches);
  };
  const said =
    state.kind === "conflict"
      ? "Somebody has changed the house style in the meantime."
      : state.kind === "refused" || state.kind === "waiting"
        ? state.message
        : undefined;
  return {
    house: view.data?.document,
    fault: fault ?? said ?? view.error?.message,
    saving: state.kind === "saving" || state.kind === "waiting",
    edit,
    settled: async () => saver.current === undefined || (await saver.current.flush()) !== undefined,
  };
}
