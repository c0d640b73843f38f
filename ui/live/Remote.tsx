"use client";
import { useEffect, useRef, useState } from "react";
import type { LivePress } from "@/core/document/live";
import { elsewhere, freeKeys } from "@/ui/parts/free-keys";
import { Notice } from "@/ui/parts/Notice";
import { Segments } from "@/ui/parts/Segments";
import { AirCanvas } from "./AirCanvas";
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
    setBusy(wanted.kind === "show" ? `show ${wanted.part}` : wanted.kind);
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

const keys: Readonly<Record<string, Exclude<LivePress["kind"], "show">>> = {
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
  if (state.kind === "waiting" || !standing) return <p className="page quiet">Looking what is on the air …</p>;
  const { view, connected } = state;
  return (
    <main className="remote">
      <header className="remote__head">
        <h1>
          {view.order} <small className="quiet">{view.name}</small>
        </h1>
        <Segments
          label="How it is shown"
          small
          value={shown}
          options={[
            { id: "plates", label: "Plates" },
            { id: "cues", label: "Cue list" },
          ]}
          onChange={setShown}
        />
      </header>
      {!connected && (
        <Notice weight="warn">The connection is gone for a moment. What is on the air goes on by itself.</Notice>
      )}
      {standing.items.length === 0 && (
        <Notice weight="note">Nothing has been brought to this page yet. Bring the running order to the air.</Notice>
      )}
      {fault && <Notice weight="stop">{fault}</Notice>}
      <div className="remote__now">
        <OnPlate standing={standing} />
        <div className="remote__monitor" style={{ aspectRatio: view.format.width / view.format.height }}>
          <AirCanvas paths={paths} feed={state} offsetMs={feed.clock.offsetMs} />
        </div>
      </div>
      <Hands standing={standing} busy={busy} press={(wanted) => void press(wanted)} />
      {view.last && (
        <p className="quiet remote__last" role="status">
          {pressWords[view.last.press] ?? view.last.press}, {view.last.by}
        </p>
      )}
      {shown === "plates" ? (
        <Plates standing={standing} onShow={(part) => void press({ kind: "show", part })} />
      ) : (
        <CueList standing={standing} onShow={(part) => void press({ kind: "show", part })} />
      )}
      <p className="quiet fs-13 remote__keys">
        Keys: Space shows the next, 1 to 9 show one, Backspace goes back, A again, O holds, G goes on, H hides, C
        clears, P pauses the schedule, R lets it go on.
      </p>
    </main>
  );
}

const pressWords: Readonly<Record<string, string>> = {
  show: "Shown",
  hide: "Hidden",
  hold: "Held",
  "go-on": "Let go on",
  next: "Next",
  back: "Back",
  again: "Again",
  clear: "Cleared",
  pause: "Schedule paused",
  resume: "Schedule goes on",
  schedule: "Another schedule",
};

/** What is on the air now, and what comes. */
function OnPlate({ standing }: { standing: Standing }) {
  const { on, next, items, paused, schedule, waiting } = standing;
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
          "then nothing, until it is let go"
        ) : (
          "then nothing by itself"
        )}
      </p>
      <p className="quiet m-0 fs-13">
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
  const { on, following, items, paused, schedule } = standing;
  const button = (kind: Exclude<LivePress["kind"], "show">, label: string, able: boolean) => (
    <button
      type="button"
      className="remote__button"
      data-press={kind}
      disabled={!able || busy === kind}
      onClick={() => press({ kind })}
    >
      {label}
    </button>
  );
  return (
    <div className="remote__hands">
      <button
        type="button"
        className="remote__button remote__button--next"
        data-press="next"
        disabled={following === undefined}
        onClick={() => press(nextPress(standing))}
      >
        Show next
        <small>
          <bdi>{following === undefined ? "it was the last" : items[following]?.name}</bdi>
        </small>
      </button>
      {button("hide", "Hide", on !== undefined)}
      {on?.held ? button("go-on", "Go on", true) : button("hold", "Hold", on !== undefined)}
      {button("back", "Back", on !== undefined && on.part > 0)}
      {button("again", "Again", on !== undefined)}
      {button("clear", "Clear at once", on !== undefined)}
      {schedule.kind !== "demand" &&
        (paused ? button("resume", "Schedule on", true) : button("pause", "Pause schedule", true))}
    </div>
  );
}

/** Everything that can be shown, a press each. */
function Plates({ standing, onShow }: { standing: Standing; onShow: (part: number) => void }) {
  const { items, on, next } = standing;
  return (
    <ol className="remote__plates">
      {items.map(({ entry, name }, part) => (
        <li key={entry.id}>
          <button
            type="button"
            className={`remote__plate${on?.part === part ? " is-on" : ""}${next?.part === part ? " is-next" : ""}`}
            aria-label={`Show ${name} now`}
            onClick={() => onShow(part)}
          >
            <small className="figures">{part + 1}</small>
            <bdi className="font-serif">{name}</bdi>
            <small>{on?.part === part ? "on the air" : next?.part === part ? "next" : "show now"}</small>
          </button>
        </li>
      ))}
    </ol>
  );
}
