"use client";
import { useEffect, useState } from "react";
import { Values } from "@/core/document/values";

/** Values kept in this browser for each release, so that leaving the page loses nothing. */
export function useDraft(releaseId: string, starting: Values): readonly [Values, (values: Values) => void, () => void] {
  const key = `rubrick.fill.${releaseId}`;
  const [values, setValues] = useState<Values>(() => read(key) ?? starting);
  useEffect(() => {
    const timer = setTimeout(() => {
      try {
        localStorage.setItem(key, JSON.stringify(values));
      } catch {
        // A full or forbidden store only means that this draft isn't kept.
      }
    }, 250);
    return () => clearTimeout(timer);
  }, [key, values]);
  return [values, setValues, () => setValues(starting)];
}

function read(key: string): Values | undefined {
  try {
    const parsed = Values.safeParse(JSON.parse(localStorage.getItem(key) ?? "null"));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}
