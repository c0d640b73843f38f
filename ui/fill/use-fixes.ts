"use client";
import { useEffect, useState } from "react";
import type { Filled, Fix } from "@/core/checks/define";
import { findingsOf, type Finding } from "@/core/checks/findings";
import { fixesOf, provenFix } from "@/core/sheets/fixes";
import { lookedAt } from "@/ui/stage/client";

type Fixes = ReadonlyMap<string, Fix>;
const nothing: Fixes = new Map();

/** What a painting worker finds about other values of a design. */
export const lookerFor =
  ({ design, house }: Pick<Filled, "design" | "house">) =>
  async (values: Filled["values"]): Promise<Finding[]> =>
    findingsOf(design, await lookedAt({ design, house, values, samples: true }, design.formats));

/** What mends what was found, by the finding; each was tried in all formats and brings nothing else about. */
export function useFixes(filled: Filled, findings: readonly Finding[], rested: boolean): Fixes {
  const [known, setKnown] = useState<{ readonly findings: unknown; readonly fixes: Fixes }>();
  useEffect(() => {
    const open = findings.filter((finding) => fixesOf(finding, filled).length > 0);
    if (!rested || open.length === 0) return;
    let live = true;
    const look = lookerFor(filled);
    void (async () => {
      const fixes = new Map<string, Fix>();
      for (const finding of open) {
        if (!live) return;
        const fix = await provenFix(finding, findings, filled, look);
        if (fix) fixes.set(finding.id, fix);
        if (live) setKnown({ findings, fixes: new Map(fixes) });
      }
    })().catch(() => undefined);
    return () => {
      live = false;
    };
  }, [filled, findings, rested]);
  return known?.findings === findings ? known.fixes : nothing;
}
