import { createRequire } from "node:module";
import { afterEach, beforeEach, expect } from "@jest/globals";
import { cleanup, render } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { AxeResults, RunOptions } from "axe-core";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ReactElement } from "react";
import type { Role } from "@/contract/members";
import { MemberProvider } from "@/ui/parts/member";
import { Providers } from "@/ui/parts/Providers";

/*
 * Parts of a screen by themselves, in a page without a server: what handlers would answer is said by the test, and read by
 * the contract as everywhere. Whatever is called and was not said fails the test.
 */

const { run: runAxe } = createRequire(import.meta.url)("axe-core") as {
  run: (node: Element, options: RunOptions) => Promise<AxeResults>;
};

export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

type Answer = (asked: Asked) => unknown;
/** Thrown by an answer: the handler's refusal. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly detail?: unknown,
  ) {
    super(message);
  }
}

let answers: Readonly<Record<string, Answer>> = {};
let asked: Asked[] = [];
const unsaid: string[] = [];

/** Says what handlers answer, by method and path without its query, such as `GET /api/jobs/1`. */
export function answering(by: Readonly<Record<string, Answer>>): void {
  answers = { ...answers, ...by };
}

/** What was asked for until now, in its order. */
export const allAsked = (): readonly Asked[] => asked;

async function answer(input: string | URL | Request, init: RequestInit = {}): Promise<Response> {
  const method = init.method ?? "GET";
  const path = String(input);
  const body: unknown = typeof init.body === "string" ? JSON.parse(init.body) : init.body;
  const call = { method, path, body };
  asked.push(call);
  const found = answers[`${method} ${path.split("?")[0]!}`];
  if (!found) {
    unsaid.push(`${method} ${path}`);
    return reply(404, { error: { code: "unknown", message: "Nobody has said what comes of this." } });
  }
  try {
    return reply(200, { data: (await found(call)) ?? null });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    const { code, message, detail } = error;
    return reply(error.status, { error: { code, message, detail } });
  }
}

const reply = (status: number, json: unknown) =>
  ({ ok: status < 400, status, json: async () => structuredClone(json) }) as Response;

/** The page's stream of events, which tells nothing unless a test does. */
class QuietEvents {
  static open = new Set<QuietEvents>();
  onmessage: ((event: { data: string; lastEventId: string }) => void) | undefined;
  constructor(readonly url: string) {
    QuietEvents.open.add(this);
  }
  addEventListener(): void {}
  close(): void {
    QuietEvents.open.delete(this);
  }
}

/** Painting is a browser's: here workers are never done. */
class SilentWorker extends EventTarget {
  postMessage(): void {}
  terminate(): void {}
}
/** Boxes have no size here, so none changes. */
class Unsized {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}

/** The pages that were gone to, in their order. */
export const wentTo: string[] = [];
const router = { push: (page: string) => void wentTo.push(page), refresh: () => undefined } as never;

let told = 0;
/** Tells an event to whatever listens to its topic. */
export function tell(topic: string, body: unknown): void {
  const seq = ++told;
  for (const { url, onmessage } of QuietEvents.open)
    if (decodeURIComponent(url).includes(topic))
      onmessage?.({ data: JSON.stringify({ seq, topic, body }), lastEventId: String(seq) });
}

beforeEach(() => {
  [answers, asked] = [{}, []];
  unsaid.length = wentTo.length = 0;
  window.sessionStorage.clear();
  window.localStorage.clear();
  // What a page hears of by itself comes between the test's own steps, as it does for a person.
  Object.assign(globalThis, { fetch: answer, EventSource: QuietEvents, IS_REACT_ACT_ENVIRONMENT: false });
  Object.assign(globalThis, { Worker: SilentWorker, ResizeObserver: Unsized });
  // Nothing moves by itself: what a test sees does not depend on when it looks.
  const listening = { addEventListener() {}, removeEventListener() {} };
  const matchMedia = (query: string) => ({ matches: /reduced-motion: reduce/.test(query), ...listening });
  Object.assign(globalThis, { matchMedia });
  Object.assign(HTMLCanvasElement.prototype, { transferControlToOffscreen: () => ({}) });
  // Nothing is out of sight here.
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(() => {
  cleanup();
  expect(unsaid).toEqual([]);
});

/** Shows a part of a screen to a member of this role; answers their hands. */
export function show(part: ReactElement, role: Role = "designer") {
  const member = { id: "m", name: "Tomás Fennimore", email: "tomas@quillmere.example", role };
  const within = (one: ReactElement) => (
    <AppRouterContext.Provider value={router}>
      <Providers>
        <MemberProvider member={member}>
          <main>{one}</main>
        </MemberProvider>
      </Providers>
    </AppRouterContext.Provider>
  );
  const shown = render(within(part));
  return { ...shown, hands: userEvent.setup(), again: (one: ReactElement) => shown.rerender(within(one)) };
}

/** What a screen reader's user could not do with what is shown, by WCAG 2.1 AA; colours need a real browser. */
export async function barriers(): Promise<string[]> {
  const { violations } = await runAxe(document.body, {
    runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa"],
    rules: { "color-contrast": { enabled: false } },
  });
  return violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
}
