"use client";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import type { BenchView } from "@/contract/designs";
import { HouseView } from "@/contract/house";
import { call } from "@/ui/parts/api";
import { usePlayer } from "@/ui/stage/use-player";
import { BenchBar } from "./BenchBar";
import { ConflictDialog } from "./dialogs/ConflictDialog";
import { FieldsDialog } from "./dialogs/FieldsDialog";
import { KeysDialog } from "./dialogs/KeysDialog";
import { NewLayerDialog } from "./dialogs/NewLayerDialog";
import { PublishDialog } from "./dialogs/PublishDialog";
import { TryDialog } from "./dialogs/TryDialog";
import { VersionsDialog } from "./dialogs/VersionsDialog";
import { Page } from "./page/Page";
import { BenchStage, useBenchScene } from "./stage/BenchStage";
import { RestBoxes } from "./stage/boxes";
import { BenchContext, createBench, useBench, useBenchStore } from "./store";
import { Strip } from "./strip/Strip";
import { useKeys } from "./use-keys";

export type Dialog = "layer" | "fields" | "publish" | "versions" | "try" | "keys";

/** The bench with one draft on it. */
export function BenchDesk({ view }: { view: BenchView }) {
  const [store] = useState(() => createBench(view));
  useEffect(() => {
    const leave = () => void store.getState().leave();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [store]);
  return (
    <BenchContext.Provider value={store}>
      <Desk />
    </BenchContext.Provider>
  );
}

/** The house style as it is now, also while the bench is open: a change of a colour shows in every draft. */
function useHouseAsItIs(): void {
  const store = useBenchStore();
  const { data } = useQuery({
    queryKey: ["house"],
    queryFn: () => call("/api/house", HouseView),
    refetchInterval: 10_000,
  });
  useEffect(() => {
    if (data && JSON.stringify(data.document) !== JSON.stringify(store.getState().house)) {
      store.setState({ house: data.document });
    }
  }, [data, store]);
}

function Desk() {
  useHouseAsItIs();
  const scene = useBenchScene();
  const { player, view } = usePlayer(scene);
  const format = useBench((state) => state.format);
  const [dialog, setDialog] = useState<Dialog>();
  const [guides, setGuides] = useState(true);
  const shown = view.stage.kind === "ready" ? view.stage.formats.find((f) => f.format.id === format)?.boxes : undefined;
  const boxes = useMemo(() => new Map((shown ?? []).map((box) => [box.id, box])), [shown]);
  const open = useMemo(
    () => ({
      newLayer: () => setDialog("layer"),
      guides: () => setGuides((on) => !on),
      keys: () => setDialog("keys"),
    }),
    [],
  );
  useKeys(player, open);
  const close = () => setDialog(undefined);
  return (
    <RestBoxes.Provider value={boxes}>
      <main className="bench">
        <BenchBar onOpen={setDialog} />
        <BenchStage player={player} view={view} guides={guides} onGuides={setGuides} />
        <aside className="bench__page" aria-label="Page">
          <Page />
        </aside>
        <Strip player={player} view={view} />
      </main>
      {dialog === "layer" && <NewLayerDialog onClose={close} />}
      {dialog === "fields" && <FieldsDialog onClose={close} />}
      {dialog === "publish" && <PublishDialog player={player} view={view} onClose={close} />}
      {dialog === "versions" && <VersionsDialog onClose={close} />}
      {dialog === "try" && <TryDialog onClose={close} />}
      {dialog === "keys" && <KeysDialog onClose={close} />}
      <ConflictDialog />
    </RestBoxes.Provider>
  );
}
