"use client";
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from "react";
import { Dropdown } from "react-bootstrap";
import type { Workplace } from "./command";
import { commands } from "./commands";
import { useBench } from "./store";

interface Open {
  readonly x: number;
  readonly y: number;
}

const marginPx = 8;

/** Wherever a layer is pressed with the other button: what can be done with it, and by which keys. */
export function WithLayerMenu({ place, children }: { place: Workplace; children: ReactNode }) {
  const [open, setOpen] = useState<Open>();
  return (
    <div
      className="d-flex flex-1 min-h-0"
      onContextMenu={(event) => {
        const layer = (event.target as HTMLElement).closest("[data-layer], [data-row]");
        const id = layer?.getAttribute("data-layer") ?? layer?.getAttribute("data-row");
        if (!id) return;
        event.preventDefault();
        const { chosen, choose } = place.store.getState();
        if (!chosen.includes(id)) choose([id]);
        setOpen({ x: event.clientX, y: event.clientY });
      }}
    >
      {children}
      {open && <Menu at={open} place={place} onClose={() => setOpen(undefined)} />}
    </div>
  );
}

function Menu({ at, place, onClose }: { at: Open; place: Workplace; onClose: () => void }) {
  const state = useBench((whole) => whole);
  const menu = useRef<HTMLDivElement>(null);
  const listed = commands.filter(({ ofLayers, can }) => ofLayers && (can?.(state) ?? true));
  useEffect(() => {
    const element = menu.current;
    if (!element) return;
    // Near the window's edges it opens the other way.
    const { width, height } = element.getBoundingClientRect();
    element.style.left = `${Math.max(marginPx, Math.min(at.x, innerWidth - width - marginPx))}px`;
    element.style.top = `${Math.max(marginPx, Math.min(at.y, innerHeight - height - marginPx))}px`;
    element.querySelector<HTMLElement>("button")?.focus();
    const away = (event: Event) => !element.contains(event.target as Node) && onClose();
    window.addEventListener("pointerdown", away, true);
    window.addEventListener("blur", onClose);
    return () => {
      window.removeEventListener("pointerdown", away, true);
      window.removeEventListener("blur", onClose);
    };
  }, [at, onClose]);
  const onKey = (event: KeyboardEvent<HTMLElement>) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (event.key !== "Escape" && by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (by === undefined) return onClose();
    const items = [...(menu.current?.querySelectorAll<HTMLElement>("[role=menuitem]") ?? [])];
    const at = items.indexOf(document.activeElement as HTMLElement);
    items[(at + by + items.length) % items.length]?.focus();
  };
  return (
    <Dropdown show onToggle={(next) => !next && onClose()}>
      <div
        ref={menu}
        className="dropdown-menu layer-menu position-fixed show"
        role="menu"
        aria-label="The chosen layers"
        onKeyDown={onKey}
      >
        {listed.map((command) => (
          <Dropdown.Item
            key={command.id}
            as="button"
            type="button"
            role="menuitem"
            data-help={command.help}
            onClick={() => {
              onClose();
              command.run(place);
            }}
          >
            {command.name} {command.keys && <kbd>{command.keys}</kbd>}
          </Dropdown.Item>
        ))}
      </div>
    </Dropdown>
  );
}
