import type { ReactElement } from "react";
import { plainFps } from "@/core/outputs/output";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { PlayerContext } from "@/ui/bench/player-context";
import { BenchContext, createBench } from "@/ui/bench/store";
import { StagePlayer } from "@/ui/stage/player";
import { answering, show } from "./screen";

/** Shows a part of the bench with this design of this house on it; answers its store as well, and saves whatever is changed. */
export function showAtBench(document: Design, house: House, part: ReactElement) {
  const view = {
    ...{ id: document.id, revision: 1, document, changedBy: null, changedAt: "2026-11-28T10:00:00.000Z" },
    ...{ house, release: null, footage: [], outputs: [] },
  };
  let revision = 1;
  answering({ "GET /api/moves": () => ({ moves: [] }) });
  answering({ [`POST /api/designs/${document.id}/patches`]: () => ({ revision: ++revision }) });
  const store = createBench(view);
  const shown = show(
    <BenchContext.Provider value={store}>
      <PlayerContext.Provider value={new StagePlayer(plainFps)}>{part}</PlayerContext.Provider>
    </BenchContext.Provider>,
  );
  const layer = (id: string) => store.getState().document.layers.find((one) => one.id === id)!;
  return { ...shown, store, layer };
}
