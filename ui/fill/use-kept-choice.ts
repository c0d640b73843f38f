import { useState } from "react";

/** What somebody chooses of a list, remembered in this browser under a name; what is no longer offered is left out. */
export function useKeptChoice(
  key: string,
  offered: readonly string[],
  first: readonly string[],
): [chosen: readonly string[], choose: (ids: readonly string[]) => void] {
  const [chosen, setChosen] = useState<readonly string[]>(() => {
    const kept = read(key)?.filter((id) => offered.includes(id)) ?? [];
    return kept.length > 0 ? kept : first;
  });
  const choose = (ids: readonly string[]) => {
    setChosen(ids);
    try {
      localStorage.setItem(key, JSON.stringify(ids));
    } catch {
      // A browser that stores nothing begins with the first choice again.
    }
  };
  return [chosen, choose];
}

function read(key: string): readonly string[] | undefined {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? "null");
    return Array.isArray(kept) ? kept.filter((id) => typeof id === "string") : undefined;
  } catch {
    return undefined;
  }
}
