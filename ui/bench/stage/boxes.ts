"use client";
import { createContext, useContext } from "react";
import type { RestBox } from "@/core/sample/rest";

/** Where the layers of the format that is shown large stand at rest. */
export const RestBoxes = createContext<ReadonlyMap<string, RestBox>>(new Map());
export const useBoxesAtRest = (): ReadonlyMap<string, RestBox> => useContext(RestBoxes);
