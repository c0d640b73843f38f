"use client";
import { useEffect, useState } from "react";
import { Published } from "@/contract/designs";
import type { JobView } from "@/contract/jobs";
import { findingsOf, type Finding } from "@/core/checks/findings";
import { acceptedOf, type Reasons } from "@/ui/parts/FindingLine";
import { callThrough } from "@/ui/parts/jobs";
import type { StagePlayer } from "@/ui/stage/player";
import { useBench, useBenchStore } from "../store";

/** What is found about the design as it is when this begins; undefined while it is looked at. */
function useFindings(player: StagePlayer): readonly Finding[] | undefined {
  const store = useBenchStore();
  const [findings, setFindings] = useState<readonly Finding[]>();
  useEffect(() => {
    let live = true;
    const { document } = store.getState();
    // The stage first hears of what was only tried and is no longer.
    const timer = setTimeout(() => {
      const { stage } = player.snapshot();
      if (stage.kind === "fault") {
        const formats = document.formats.map((format) => ({ format, issues: [stage.issue] }));
        setFindings(findingsOf(document, formats));
      } else void player.check("design").then((formats) => live && setFindings(findingsOf(document, formats)));
    }, 50);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [player, store]);
  return findings;
}

/** Publishing a design: what is found, the reasons given, how far its checks are, and what came of it. */
export function usePublishing(player: StagePlayer) {
  const store = useBenchStore();
  const findings = useFindings(player);
  const [reasons, setReasons] = useState<Reasons>({});
  const publishing = useBench((state) => state.publishing);
  const stops = findings?.filter(({ severity }) => severity === "stop") ?? [];
  const accepted = acceptedOf(stops, reasons);
  const open = stops.filter(({ id, broken }) => broken || !accepted.some(({ check }) => check === id)).length;

  const publish = async () => {
    const { show } = store.getState();
    show({ publishing: { kind: "busy" } });
    try {
      const revision = await store.getState().flush();
      if (revision === undefined) throw new Error("The last changes could not be saved. See what the bar above says.");
      const { id, document } = store.getState();
      const told = (job: JobView) => show({ publishing: { kind: "busy", job } });
      const made = await callThrough(`/api/designs/${id}/publish`, Published, { revision, accepted }, told);
      show({ release: { ...made, document }, publishing: { kind: "done", ...made } });
    } catch (error) {
      show({ publishing: { kind: "failed", message: (error as Error).message } });
    }
  };
  return { findings, reasons, setReasons, open, publish, publishing };
}
