import { createContext, useContext } from "react";
import type { MoveBar } from "@/ui/stage/protocol";

/** Tells all bars of the format that is shown, when one of them is pulled; nothing is drawn anew for it. */
export const AllBars = createContext<() => readonly MoveBar[]>(() => []);

export const useAllBars = (): (() => readonly MoveBar[]) => useContext(AllBars);
