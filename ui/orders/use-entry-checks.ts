"use client";
import { useEffect, useState } from "react";
import type { OrderRelease } from "@/contract/orders";
import { findingsOf, type Finding } from "@/core/checks/findings";
import type { OrderEntry } from "@/core/document/order";
import { lookedAt } from "@/ui/stage/client";

/** Writing goes on undisturbed; a pause this long is looked at. */
const restMs = 500;
const nothing: readonly Finding[] = [];

/** What the checks that paint find about one graphic of an order, in all formats of its design, a moment after its last change. */
export function useEntryChecks(entry: OrderEntry, { document: design, house }: OrderRelease): readonly Finding[] {
  const { values } = entry;
  const [checked, setChecked] = useState<{ readonly values: unknown; readonly findings: readonly Finding[] }>();
  useEffect(() => {
    let live = true;
    const timer = setTimeout(() => {
      lookedAt({ design, house, values, samples: true }, design.formats).then(
        (found) => live && setChecked({ values, findings: findingsOf(design, found) }),
        // A worker that died is told of by the stage; what is written next is looked at again.
        () => undefined,
      );
    }, restMs);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [values, design, house]);
  return checked?.values === values ? checked.findings : nothing;
}
