"use client";
import { useEffect, useState } from "react";
import { Published } from "@/contract/designs";
import type { JobView } from "@/contract/jobs";
import { findingsOf, type Finding } from "@/core/checks/findings";
import { acceptedOf, type Reasons } from "@/ui/parts/FindingLine";
import { callThrough } from "@/ui/parts/jobs";
import type { StagePlayer } from "@/ui/stage/player";
import { useBenchStore } from "../store";

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
  const [job, setJob] = useState<JobView>();
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const [done, setDone] = useState<{ id: string; number: number }>();
  const stops = findings?.filter(({ severity }) => severity === "stop") ?? [];
  const accepted = acceptedOf(stops, reasons);
  const open = stops.filter(({ id, broken }) => broken || !accepted.some(({ check }) => check === id)).length;

  const publish = async () => {
    setBusy(true);
    setFault(undefined);
    try {
      const revision = await store.getState().flush();
      if (revision === undefined) throw new Error("The last changes could not be saved. See what the bar above says.");
      const { id, document } = store.getState();
      const made = await callThrough(`/api/designs/${id}/publish`, Published, { revision, accepted }, setJob);
      store.getState().show({ release: { ...made, document } });
      setDone(made);
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  return { findings, reasons, setReasons, open, publish, busy, job, fault, done };
}
