"use client";
import { useMemo, useState } from "react";
import { Modal } from "react-bootstrap";
import type { Design } from "@/core/document/design";
import { sampleValues } from "@/core/document/values";
import { clashWords } from "@/core/edit/clash-words";
import { pathKey, type Choice, type Clash } from "@/core/edit/merge";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { createCloseUp, useCloseUp, type CloseUp } from "@/ui/stage/close-up";
import { FormatStage } from "@/ui/stage/FormatStage";
import { usePlayer } from "@/ui/stage/use-player";
import { useBench } from "../store";

/** Somebody else has changed the draft too, and not all of it goes together by itself. Nothing of either is lost. */
export function ConflictDialog() {
  const save = useBench((state) => state.save);
  const clashes = useBench((state) => state.clashes);
  if (save.kind !== "conflict") return null;
  const who = save.theirs.by ?? "Somebody";
  return clashes.length > 0 ? <SameChanged who={who} clashes={clashes} /> : <WholeChanged who={who} />;
}

/** Both have changed the same values: for each of them it is asked whose stands. All other changes of both are kept. */
function SameChanged({ who, clashes }: { who: string; clashes: readonly Clash[] }) {
  const save = useBench((state) => state.save);
  const mine = useBench((state) => state.document);
  const settleClashes = useBench((state) => state.settleClashes);
  const asChosen = useBench((state) => state.asChosen);
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set());
  const [fault, setFault] = useState(false);
  const [closeUp] = useState(() => createCloseUp(true));
  const designs = useMemo(() => [mine, ...(save.kind === "conflict" ? [save.theirs.document] : [])], [mine, save]);
  const choose = useMemo<Choice>(() => (path) => (theirs.has(path) ? "theirs" : "mine"), [theirs]);
  const pick = (path: string, side: "mine" | "theirs") => {
    const next = new Set(theirs);
    if (side === "theirs") next.add(path);
    else next.delete(path);
    setTheirs(next);
    setFault(false);
  };
  const sides = useMemo(() => {
    const named: readonly (readonly [string, Choice])[] = [
      ["With yours", () => "mine"],
      [`With ${who}’s`, () => "theirs"],
      ["As chosen", choose],
    ];
    return named.map(([name, choice]) => [name, asChosen(choice)] as const);
  }, [asChosen, choose, who]);
  return (
    <PaperDialog title={<>{who} has changed the same as you</>} size="lg">
      <Modal.Body>
        <p>All other changes of both people are kept. Whose version do you want where both changed the same?</p>
        <div className="conflict d-grid gap-16">
          {sides.map(([name, design]) => (
            <figure key={name}>
              <figcaption>{name}</figcaption>
              {design && <Poster design={design} closeUp={closeUp} name={name} />}
            </figure>
          ))}
        </div>
        <table className="table">
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">Yours</th>
              <th scope="col">{who}’s</th>
            </tr>
          </thead>
          <tbody>
            {clashes.map((clash) => {
              const path = pathKey(clash.path);
              const words = clashWords(clash, designs);
              return (
                <tr key={path}>
                  <th scope="row">{words.what}</th>
                  {(["mine", "theirs"] as const).map((side) => (
                    <td key={side}>
                      <label>
                        <input
                          type="radio"
                          className="form-check-input"
                          name={path}
                          checked={choose(path) === side}
                          onChange={() => pick(path, side)}
                        />{" "}
                        {words[side]}
                      </label>
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
        {fault && <Notice weight="stop">These conflict with each other. Choose differently for one of them.</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <button type="button" className="btn btn-primary" onClick={() => setFault(!settleClashes(choose))}>
          Continue with these
        </button>
      </Modal.Footer>
    </PaperDialog>
  );
}

/** Both versions don't go together at all: one goes on, the other is kept. */
function WholeChanged({ who }: { who: string }) {
  const save = useBench((state) => state.save);
  const mine = useBench((state) => state.document);
  const settle = useBench((state) => state.settle);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const [closeUp] = useState(() => createCloseUp(true));
  if (save.kind !== "conflict") return null;
  const { theirs } = save;
  const take = async (keep: "mine" | "theirs") => {
    setBusy(true);
    setFault(undefined);
    try {
      await settle(keep);
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <PaperDialog title={<>{who} has changed this design too</>} size="lg">
      <Modal.Body>
        <p>
          Your last changes are not saved, because they conflict with newer changes. Which version should be the draft?
          The other one is saved under Versions.
        </p>
        <div className="conflict d-grid gap-16">
          <figure>
            <figcaption>Yours</figcaption>
            <Poster design={mine} closeUp={closeUp} name="mine" />
          </figure>
          <figure>
            <figcaption>
              {who}’s, at {writeDate(theirs.at)}
            </figcaption>
            <Poster design={theirs.document} closeUp={closeUp} name="theirs" />
          </figure>
        </div>
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <button type="button" className="btn btn-outline-secondary" disabled={busy} onClick={() => take("theirs")}>
          Use {who}’s, save mine as a version
        </button>
        <button type="button" className="btn btn-primary" disabled={busy} onClick={() => take("mine")}>
          Keep mine, save theirs as a version
        </button>
      </Modal.Footer>
    </PaperDialog>
  );
}

/** A design as it looks at its poster, in the first of its formats, close up beside others. */
function Poster({ design, closeUp, name }: { design: Design; closeUp: CloseUp; name: string }) {
  const house = useBench((state) => state.house);
  const scene = useMemo(
    () => ({ request: { design, values: sampleValues(design), house, samples: true }, formats: [design.formats[0]!] }),
    [design, house],
  );
  const { player, view } = usePlayer(scene);
  const format = house.formats.find(({ id }) => id === design.formats[0]);
  const part = useCloseUp(closeUp, name, format, view.stage);
  return format ? <FormatStage format={format} player={player} plate="dark" part={part} /> : null;
}
