"use client";
import { useEffect, useRef, useState, type ReactNode } from "react";
import type { LivePress } from "@/core/document/live";
import { elsewhere, freeKeys } from "@/ui/parts/free-keys";
import { Notice } from "@/ui/parts/Notice";
import { Segments } from "@/ui/parts/Segments";
import { Monitor } from "./Monitor";
import { CueList } from "./CueList";
import type { LiveFeed, LivePaths } from "./feed";
import { inWords, scheduleWords, standingAt, type Standing } from "./standing";
import { useFeed } from "./use-feed";

const tickMs = 200;

/** How the air stands, again a few times a second. */
function useStanding(feed: LiveFeed, state: ReturnType<typeof useFeed>["state"]): Standing | undefined {
  const [nowMs, setNow] = useState<number>();
  useEffect(() => {
    const tick = () => setNow(feed.clock.now());
    tick();
    const timer = setInterval(tick, tickMs);
    return () => clearInterval(timer);
  }, [feed, state]);
  return state.kind === "on" && nowMs !== undefined ? standingAt(state.view, nowMs) : undefined;
}

/** Pressing, and what came of it: a press that was refused says why. */
function usePress(feed: LiveFeed) {
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState<string>();
  const press = async (wanted: LivePress) => {
    setBusy("part" in wanted ? `${wanted.kind} ${wanted.part}` : wanted.kind);
    setFault(undefined);
    try {
      await feed.press(wanted);
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(undefined);
  };
  return { press, fault, busy };
}

/** Presses that name no graphic. */
type PlainPress = Exclude<LivePress["kind"], "show" | "run">;

const keys: Readonly<Record<string, PlainPress>> = {
  Backspace: "back",
  a: "again",
  h: "hide",
  o: "hold",
  g: "go-on",
  c: "clear",
  p: "pause",
  r: "resume",
};

/** Shows, hides and holds by keys: Space shows the next, figures the first nine. */
function useRemoteKeys(standing: Standing | undefined, press: (wanted: LivePress) => void): void {
  const latest = useRef({ standing, press });
  useEffect(() => {
    latest.current = { standing, press };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const target = event.target as HTMLElement;
      if (target.closest(elsewhere) || (event.key === " " && target.closest("button, input, a"))) return;
      const { standing: now, press: go } = latest.current;
      const figure = Number(event.key);
      const kind = Object.hasOwn(keys, event.key) ? keys[event.key] : undefined;
      if (event.key === " ") {
        if (now?.following !== undefined) go(nextPress(now));
      } else if (event.key === "n") {
        if (now?.following !== undefined) go({ kind: "run", part: now.following });
      } else if (figure >= 1 && now && figure <= now.items.length) go({ kind: "show", part: figure - 1 });
      else if (kind) go({ kind });
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    // What was pressed by hand is not pressed again by Space, which shows the next.
    const held = freeKeys();
    return () => {
      window.removeEventListener("keydown", onKey);
      held();
    };
  }, []);
}

/** What the red button does: the next of the order, or the first where nothing is on. */
const nextPress = ({ on, following }: Standing): LivePress =>
  on ? { kind: "next" } : { kind: "show", part: following ?? 0 };

type View = "plates" | "cues";

/** A remote for a live page: what is on, what comes and when, and big targets for all that can be pressed. */
export function Remote({ paths }: { paths: LivePaths }) {
  const { feed, state } = useFeed(paths);
  const standing = useStanding(feed, state);
  const { press, fault, busy } = usePress(feed);
  const [shown, setShown] = useState<View>("plates");
  useRemoteKeys(standing, (wanted) => void press(wanted));
  if (state.kind === "over") {
    return (
      <main className="page">
        <Notice weight="stop">{state.message}</Notice>
      </main>
    );
  }
  if (state.kind === "waiting" || !standing) return <p className="page quiet">Loading what is on the air …</p>;
  const { view, connected } = state;
  return (
    <main className="remote">
      <header className="remote__head">
        <h1>
          {view.order} <small className="quiet">{view.name}</small>
        </h1>
        <Segments
          label="View"
          small
          value={shown}
          options={[
            { id: "plates", label: "Plates" },
            { id: "cues", label: "Cue list" },
          ]}
          onChange={setShown}
        />
      </header>
      {!connected && <Notice weight="warn">Disconnected; reconnecting. What is on the air continues by itself.</Notice>}
      {standing.items.length === 0 && (
        <Notice weight="note">Nothing is on this page yet. Press “Put on air” at the running order.</Notice>
      )}
      {fault && <Notice weight="stop">{fault}</Notice>}
      <div className="remote__now">
        <OnPlate standing={standing} />
        <Monitor paths={paths} feed={state} format={view.format} offsetMs={feed.clock.offsetMs} />
      </div>
      <Hands standing={standing} busy={busy} press={(wanted) => void press(wanted)} />
      {view.last && (
        <p className="quiet remote__last" role="status">
          {pressWords[view.last.press] ?? view.last.press}, {view.last.by}
        </p>
      )}
      {shown === "plates" ? (
        <Plates standing={standing} press={(wanted) => void press(wanted)} />
      ) : (
        <CueList standing={standing} press={(wanted) => void press(wanted)} />
      )}
      <p className="quiet fs-13 remote__keys">
        Keyboard: Space shows the next, N runs from it, 1 to 9 show one, Backspace goes back, A shows again, O holds, G
        releases, H hides, C clears, P pauses the schedule, R resumes it.
      </p>
    </main>
  );
}

const pressWords: Readonly<Record<string, string>> = {
  show: "Shown",
  run: "Runs",
  hide: "Hidden",
  hold: "Held",
  "go-on": "Released",
  next: "Next",
  back: "Back",
  again: "Again",
  clear: "Cleared",
  pause: "Schedule paused",
  resume: "Schedule resumed",
  schedule: "Schedule changed",
};

/** What is on the air now, and what comes. */
function OnPlate({ standing }: { standing: Standing }) {
  const { on, next, items, paused, schedule, waiting, runs } = standing;
  return (
    <section className={`remote__on${on ? " is-on" : ""}`} aria-label="On the air" aria-live="polite">
      <h2 className="rubric">{on ? "On the air" : "Nothing is on the air"}</h2>
      {on && (
        <>
          <p className="remote__name font-serif">
            <bdi>{items[on.part]?.name}</bdi>
          </p>
          <p className="figures m-0">
            {on.held ? "held" : on.leavesInS && on.leavesInS > 0 ? `leaves in ${inWords(on.leavesInS)}` : "leaving"}
          </p>
        </>
      )}
      <p className="remote__next m-0">
        {next ? (
          <>
            then <b className="font-serif">{items[next.part]?.name}</b>{" "}
            <span className="figures">in {inWords(next.inS)}</span>
          </>
        ) : on?.held ? (
          "then nothing, until you release it"
        ) : (
          "then nothing, until you press"
        )}
      </p>
      <p className="quiet m-0 fs-13">
        {runs && "The order runs on to its end by itself. "}
        {paused ? "The schedule is paused." : `${scheduleWords(schedule)}.`}
        {waiting && " A new version comes as soon as nothing is shown."}
      </p>
    </section>
  );
}

function Hands({
  standing,
  busy,
  press,
}: {
  standing: Standing;
  busy: string | undefined;
  press: (wanted: LivePress) => void;
}) {
  const { on, last, next, following, items, paused, schedule } = standing;
  const button = (kind: PlainPress, label: string, reason?: string, about?: ReactNode) => (
    <button
      type="button"
      className="remote__button"
      data-press={kind}
      disabled={reason !== undefined || busy === kind}
      title={reason}
      onClick={() => press({ kind })}
    >
      {label}
      {about && <small>{about}</small>}
    </button>
  );
  const nothingOn = on ? undefined : "Nothing is on the air.";
  const due = on ? undefined : next && <bdi>cancels {items[next.part]?.name}</bdi>;
  return (
    <div className="remote__hands">
      <button
        type="button"
        className="remote__button remote__button--next"
        data-press="next"
        disabled={following === undefined}
        title={following === undefined ? "The last graphic is on the air." : undefined}
        onClick={() => press(nextPress(standing))}
      >
        Show next
        <small>
          <bdi>{following === undefined ? "the last is on" : items[following]?.name}</bdi>
        </small>
      </button>
      {button("hide", "Hide", undefined, due)}
      {on?.held ? button("go-on", "Release") : button("hold", "Hold", nothingOn)}
      {button("back", "Back", last === undefined || last === 0 ? "There is no graphic before this one." : undefined)}
      {button("again", "Again", last === undefined ? "Nothing was shown yet." : undefined)}
      {button("clear", "Clear at once", undefined, due)}
      {following !== undefined && (
        <button
          type="button"
          className="remote__button"
          data-press="run"
          onClick={() => press({ kind: "run", part: following })}
        >
          Run from here
          <small>
            <bdi>{items[following]?.name} to the end</bdi>
          </small>
        </button>
      )}
      {schedule.kind !== "demand" && (paused ? button("resume", "Resume schedule") : button("pause", "Pause schedule"))}
    </div>
  );
}

/** Everything that can be shown, a press each: alone, or from there on to the end. */
function Plates({ standing, press }: { standing: Standing; press: (wanted: LivePress) => void }) {
  const { items, on, next } = standing;
  return (
    <ol className="remote__plates">
      {items.map(({ entry, name }, part) => (
        <li key={entry.id}>
          <button
            type="button"
            className={`remote__plate${on?.part === part ? " is-on" : ""}${next?.part === part ? " is-next" : ""}`}
            aria-label={`Show ${name} now`}
            onClick={() => press({ kind: "show", part })}
          >
            <small className="figures">{part + 1}</small>
            <bdi className="font-serif">{name}</bdi>
            <small>{on?.part === part ? "on the air" : next?.part === part ? "next" : "show now"}</small>
          </button>
          <button
            type="button"
            className="remote__run"
            aria-label={`Run from ${name} on`}
            onClick={() => press({ kind: "run", part })}
          >
            Run from here
          </button>
        </li>
      ))}
    </ol>
  );
}
