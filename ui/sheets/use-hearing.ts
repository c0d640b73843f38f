"use client";
import { useEffect, useRef } from "react";
import { SheetRows, SheetView } from "@/contract/sheets";
import { ApiError, call, mayPass } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import type { SheetStore } from "./store";

/** Whoever leaves sends what is not saved yet, and is asked to wait for it. */
export function useLeaving(store: SheetStore): void {
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      if (store.getState().save.kind !== "saved") event.preventDefault();
      void store.getState().flush();
    };
    window.addEventListener("beforeunload", leave);
    return () => {
      window.removeEventListener("beforeunload", leave);
      void store.getState().flush();
    };
  }, [store]);
}

/** Gathers what changes within so long before it asks. */
const gatherMs = 250;
const mostNamed = 100;
const againMs = 3000;
const typingMs = 600;

/** Whether a cell of the grid is being typed in just now. */
const isTyping = (): boolean => document.activeElement?.matches(".dsg-input:focus") ?? false;

/** Keeps a sheet true: what others change in it, and how far its clips are. */
export function useHearing(store: SheetStore): void {
  const { id } = store.getState().view;
  const changed = useRef<Set<string> | "all">(new Set());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const look = async () => {
    // New rows above would move the cell that is being typed in: they come when it is left.
    if (changed.current === "all" && isTyping()) {
      timer.current = undefined;
      return soon(typingMs);
    }
    const wanted = changed.current;
    changed.current = new Set();
    const mark = store.getState().mark();
    try {
      if (wanted === "all" || wanted.size > mostNamed) {
        store.getState().heardAll(await call(`/api/sheets/${id}`, SheetView), mark);
      } else if (wanted.size > 0) {
        const { rows } = await call(`/api/sheets/${id}/rows?ids=${[...wanted].join()}`, SheetRows);
        store.getState().heard(rows, mark);
      }
    } catch (error) {
      timer.current = undefined;
      // What could not be asked now changes nothing by itself any more: it is asked again, unless it is refused.
      if (error instanceof ApiError && !mayPass(error.status)) return;
      changed.current = "all";
      return soon(againMs);
    }
    // One after another: an answer that was overtaken would put back what is older.
    timer.current = undefined;
    const since = changed.current as Set<string> | "all";
    if (since === "all" || since.size > 0) soon();
  };
  const soon = (ms = gatherMs) => {
    timer.current ??= setTimeout(() => void look(), ms);
  };
  // What was refused is not there, however it was written: the sheet shows what is.
  useEffect(() =>
    store.subscribe(({ save }, before) => {
      if (save.kind !== "refused" || save === before.save) return;
      changed.current = "all";
      soon();
    }),
  );
  useEvents([`sheet:${id}`, "exports"], (event) => {
    if (event === "reset" || event.body.all === true) changed.current = "all";
    else if (changed.current !== "all") {
      const list = changed.current;
      if (Array.isArray(event.body.rows)) for (const row of event.body.rows) list.add(String(row));
      const made = new Set(Array.isArray(event.body.ids) ? event.body.ids.map(String) : []);
      if (made.size > 0) {
        for (const row of store.getState().rows)
          if (row.clips.some(({ exportId }) => made.has(exportId))) list.add(row.id);
      }
    }
    soon();
  });
}
