"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { enablePatches, produceWithPatches } from "immer";
import { useRef, useState } from "react";
import { HouseDrifts, HouseView } from "@/contract/house";
import { Saved } from "@/contract/patch";
import { House } from "@/core/document/house";
import { call } from "@/ui/parts/api";

enablePatches();

export interface HouseEditor {
  readonly house: House | undefined;
  readonly fault: string | undefined;
  readonly saving: boolean;
  /** Changes the house style; what the schema refuses is said and changes nothing. */
  edit(recipe: (draft: House) => void): void;
}

/** The house style, edited in place and saved change by change. */
export function useHouse(): HouseEditor {
  const client = useQueryClient();
  const view = useQuery({ queryKey: ["house"], queryFn: () => call("/api/house", HouseView), staleTime: 30_000 });
  const [fault, setFault] = useState<string>();
  const [open, setOpen] = useState(0);
  const queue = useRef<Promise<void>>(Promise.resolve());

  const edit = (recipe: (draft: House) => void): void => {
    const now = client.getQueryData<HouseView>(["house"]);
    if (!now) return;
    const [document, patches] = produceWithPatches(now.document, (draft) => void recipe(draft as House));
    if (patches.length === 0) return;
    const parsed = House.safeParse(document);
    if (!parsed.success) {
      setFault(parsed.error.issues[0]?.message ?? "This value does not fit.");
      return;
    }
    setFault(undefined);
    client.setQueryData(["house"], { ...now, document });
    setOpen((count) => count + 1);
    queue.current = queue.current.then(async () => {
      try {
        const { revision } = client.getQueryData<HouseView>(["house"])!;
        const saved = await call("/api/house/patches", Saved, { revision, patches });
        client.setQueryData<HouseView>(["house"], (held) => held && { ...held, revision: saved.revision });
        void client.invalidateQueries({ queryKey: ["drifts"] });
      } catch (error) {
        // What was refused is not shown as if it held: the stored state comes back.
        setFault((error as Error).message);
        await client.invalidateQueries({ queryKey: ["house"] });
      } finally {
        setOpen((count) => count - 1);
      }
    });
  };
  return { house: view.data?.document, fault: fault ?? view.error?.message, saving: open > 0, edit };
}

export const useDrifts = () =>
  useQuery({ queryKey: ["drifts"], queryFn: () => call("/api/house/drifts", HouseDrifts), staleTime: 0 });
