"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { memo, useCallback, useEffect, useMemo, useState } from "react";
import { ErrorBoundary } from "react-error-boundary";
import type { BenchView } from "@/contract/designs";
import { HouseView } from "@/contract/house";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { useMember } from "@/ui/parts/member";
import type { PlayerView } from "@/ui/stage/view";
import { usePlayerView, useStagePlayer } from "@/ui/stage/use-player";
import { BenchBar as Bar } from "./BenchBar";
import type { Dialog } from "./command";
import { CommandsDialog } from "./dialogs/CommandsDialog";
import { ConflictDialog } from "./dialogs/ConflictDialog";
import { FallenDesk } from "./FallenDesk";
import { FieldsDialog } from "./dialogs/FieldsDialog";
import { KeysDialog } from "./dialogs/KeysDialog";
import { NewLayerDialog } from "./dialogs/NewLayerDialog";
import { PublishingNotice } from "./PublishingNotice";
import { PublishDialog } from "./dialogs/PublishDialog";
import { SoundDialog } from "./sound/SoundDialog";
import { useHeardSound } from "./sound/use-heard";
import { TryDialog } from "./dialogs/TryDialog";
import { VersionsDialog } from "./dialogs/VersionsDialog";
import { WithLayerMenu } from "./LayerMenu";
import { Page as LayerPage } from "./page/Page";
import { Panes } from "./Panes";
import { PlayerContext } from "./player-context";
import { BenchStage as LargeStage, useBenchScene } from "./stage/BenchStage";
import { RestBoxes } from "./stage/boxes";
import { StageView } from "./stage/stage-view";
import { BenchContext, calmly, createBench, useBench, useBenchStore, type BrowserSide } from "./store";
import { Strip as LayerStrip } from "./strip/Strip";
import { browserStore } from "@/ui/parts/browser-store";
import { UnsentKeeper, type Unsent } from "./unsent";
import { UnsentNotice } from "./UnsentNotice";
import { useKeys } from "./use-keys";
import { OthersHere, useOthers } from "./use-others";

// What is prepared again and again on the stage doesn't concern these.
const BenchStage = memo(LargeStage);
const Strip = memo(LayerStrip);
const BenchBar = memo(Bar);
const Page = memo(LayerPage);
const stageOf = (view: PlayerView) => view.stage;

/** The bench with one draft on it. */
export function BenchDesk({ view, left }: { view: BenchView; left: readonly Unsent[] }) {
  const { id: memberId, name } = useMember();
  const [store] = useState(() => createBench(view, browserSide(memberId, view.id), name));
  useEffect(() => store.getState().takeOver(left), [store, left]);
  useEffect(() => {
    const leave = () => void store.getState().leave();
    // A page that the browser has kept and shows again knows nothing of what it sent last.
    const back = (event: PageTransitionEvent) => event.persisted && location.reload();
    window.addEventListener("pagehide", leave);
    window.addEventListener("pageshow", back);
    return () => {
      window.removeEventListener("pagehide", leave);
      window.removeEventListener("pageshow", back);
      leave();
    };
  }, [store]);
  return (
    <BenchContext.Provider value={store}>
      <ErrorBoundary FallbackComponent={FallenDesk}>
        <Desk />
      </ErrorBoundary>
    </BenchContext.Provider>
  );
}

function browserSide(memberId: string, designId: string): BrowserSide | undefined {
  const store = browserStore();
  return (
    store && {
      keeper: new UnsentKeeper(memberId, designId, store),
      forget: ({ key }) => store.removeItem(key),
    }
  );
}

/** The house style as it is now, also while the bench is open: a change of a colour shows in every draft. */
function useHouseAsItIs(): void {
  const store = useBenchStore();
  const queries = useQueryClient();
  const { data } = useQuery({ queryKey: ["house"], queryFn: () => call("/api/house", HouseView) });
  useEvents(["house"], () => void queries.invalidateQueries({ queryKey: ["house"] }));
  useEffect(() => {
    if (data && JSON.stringify(data.document) !== JSON.stringify(store.getState().house)) {
      store.setState({ house: data.document });
    }
  }, [data, store]);
}

/** The draft as it is now: what others change in it comes in by itself. */
function useDraftAsItIs(): void {
  const store = useBenchStore();
  const { id, catchUp } = store.getState();
  useEvents([`draft:${id}`], (event) => {
    // What can't be told any more is asked for.
    const revision = event === "reset" ? Infinity : Number(event.body.revision);
    void catchUp(revision);
  });
}

function Desk() {
  useHouseAsItIs();
  const scene = useBenchScene();
  const player = useStagePlayer(scene);
  const stage = usePlayerView(player, stageOf);
  const format = useBench((state) => state.format);
  const [dialog, setDialog] = useState<Dialog>();
  const [guides, setGuides] = useState(true);
  const shown = stage.kind === "ready" ? stage.formats.find((f) => f.format.id === format)?.boxes : undefined;
  const boxes = useMemo(() => new Map((shown ?? []).map((box) => [box.id, box])), [shown]);
  const store = useBenchStore();
  // What lies beside the stage and the strip follows a pull there more slowly.
  const calm = useMemo(() => calmly(store), [store]);
  const sound = useCallback(() => setDialog("sound"), []);
  useHeardSound(player);
  const openDialog = useCallback(
    (next: Dialog) => {
      // A release is judged as it will be: with its samples and its own length.
      if (next === "publish") store.getState().show({ tried: undefined, tryLengthS: undefined });
      setDialog(next);
    },
    [store],
  );
  const [view] = useState(() => new StageView());
  const place = useMemo(
    () => ({ store, player, open: openDialog, guides: () => setGuides((on) => !on), view }),
    [store, player, openDialog, view],
  );
  useKeys(place, view);
  const others = useOthers();
  useDraftAsItIs();
  const close = () => setDialog(undefined);
  return (
    <RestBoxes.Provider value={boxes}>
      <OthersHere.Provider value={others}>
        <PlayerContext.Provider value={player}>
          <main className="bench d-flex flex-column fs-13">
            <BenchContext.Provider value={calm}>
              <BenchBar onOpen={openDialog} />
              <UnsentNotice />
              {dialog !== "publish" && <PublishingNotice onOpen={() => openDialog("publish")} />}
            </BenchContext.Provider>
            <WithLayerMenu place={place}>
              <Panes
                stage={<BenchStage player={player} view={view} guides={guides} onGuides={setGuides} />}
                strip={<Strip player={player} onSound={sound} />}
                page={
                  <aside className="bench__page bg-sheet h-100 overflow-y-auto" aria-label="Page">
                    <BenchContext.Provider value={calm}>
                      <Page />
                    </BenchContext.Provider>
                  </aside>
                }
              />
            </WithLayerMenu>
          </main>
          {dialog === "layer" && <NewLayerDialog onClose={close} />}
          {dialog === "fields" && <FieldsDialog onClose={close} />}
          {dialog === "publish" && <PublishDialog player={player} onClose={close} />}
          {dialog === "versions" && <VersionsDialog onClose={close} />}
          {dialog === "try" && <TryDialog onClose={close} />}
          {dialog === "keys" && <KeysDialog onClose={close} />}
          {dialog === "commands" && <CommandsDialog place={place} onClose={close} />}
          {dialog === "sound" && <SoundDialog player={player} onClose={close} />}
          <ConflictDialog />
        </PlayerContext.Provider>
      </OthersHere.Provider>
    </RestBoxes.Provider>
  );
}
