"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { JobAnswer, type Estimates } from "@/contract/exports";
import { frameToS } from "@/core/document/fps";
import type { Format } from "@/core/document/format";
import { purposes } from "@/core/outputs/define";
import { orderDeeds, orderFacts } from "@/core/facts/order";
import { factsOf, type Output } from "@/core/outputs/output";
import { EstimateLine } from "@/ui/outputs/EstimateLine";
import { sumOf, useOrderEstimates } from "@/ui/outputs/use-estimates";
import { bytes } from "@/ui/parts/amounts";
import { call } from "@/ui/parts/api";
import { jobEnded } from "@/ui/parts/jobs";
import { Notice } from "@/ui/parts/Notice";
import { purposeWords } from "@/ui/outputs/words";
import type { PlacedParts } from "@/ui/stage/protocol";
import { OrderLists } from "./OrderLists";
import { useOrder, useOrderStore } from "./store";

const Asked = z.object({ made: z.number(), skipped: z.array(z.string()) });

/** All of the order as one clip, each part as its own, in any output; and lists for those who edit. */
export function OrderOut({ formats, placed }: { formats: readonly Format[]; placed: PlacedParts | undefined }) {
  const store = useOrderStore();
  const outputs = useOrder((state) => state.outputs);
  const on = useOrder((state) => state.document.entries.filter((entry) => entry.on).length);
  const [chosenFormats, setFormats] = useState<readonly string[]>(() => formats.slice(0, 1).map(({ id }) => id));
  const [chosen, setChosen] = useState<readonly string[]>(() => outputs.slice(0, 1).map(({ id }) => id));
  const [whole, setWhole] = useState(true);
  const [parts, setParts] = useState(false);
  const [busy, setBusy] = useState(false);
  const [made, setMade] = useState<string>();
  const document = useOrder((state) => state.document);
  const [answer, setAnswer] = useState<z.infer<typeof Asked> | { fault: string }>();
  const lengthsS = useMemo(
    () => Object.fromEntries((placed?.parts ?? []).map(({ id, frames }) => [id, frameToS(frames, placed!.fps)])),
    [placed],
  );
  const asked = { formats: [...chosenFormats], outputs: outputs.map(({ id }) => id), whole, parts, lengthsS };
  const expected = useOrderEstimates(store.getState().id, asked, document);
  const count = chosenFormats.length * chosen.length * ((whole ? 1 : 0) + (parts ? on : 0));
  const files = `${count} ${count === 1 ? "file" : "files"}`;
  // The very same once more is a press of its own, and says so.
  const wanted = JSON.stringify([document, chosenFormats, chosen, whole, parts]);
  const repeated = answer !== undefined && "made" in answer && made === wanted;
  const make = async () => {
    setBusy(true);
    setMade(wanted);
    setAnswer(undefined);
    try {
      // What is made is what is kept.
      await store.getState().flush();
      const request = { formats: chosenFormats, outputs: chosen, whole, parts };
      const { job } = await call(`/api/orders/${store.getState().id}/clips`, JobAnswer, request);
      const { state, result, error } = await jobEnded(job);
      if (state === "done") setAnswer(Asked.parse(result));
      else setAnswer({ fault: error ?? "This failed. Try again." });
    } catch (error) {
      setAnswer({ fault: (error as Error).message });
    }
    setBusy(false);
  };
  return (
    <div className="order-out">
      <fieldset className="mt-12">
        <legend className="rubric">Files to export</legend>
        <label className="tick" data-help={orderFacts.whole.help}>
          <input type="checkbox" checked={whole} onChange={() => setWhole(!whole)} /> {orderFacts.whole.label}
        </label>
        <label className="tick" data-help={orderFacts.parts.help}>
          <input type="checkbox" checked={parts} onChange={() => setParts(!parts)} /> {orderFacts.parts.label}
        </label>
      </fieldset>
      <fieldset className="mt-12">
        <legend className="rubric">Formats</legend>
        {formats.map(({ id, name }) => (
          <label key={id} className="tick">
            <input
              data-help={orderDeeds.orderFormats.help}
              type="checkbox"
              checked={chosenFormats.includes(id)}
              onChange={() => setFormats(turned(chosenFormats, id))}
            />{" "}
            {name}
          </label>
        ))}
      </fieldset>
      <Kinds outputs={outputs} chosen={chosen} expected={count > 0 ? expected : undefined} onChange={setChosen} />
      {count > 0 && <EstimateLine found={expected} chosen={chosen} />}
      <p className="order-out__go text-end mt-12 mb-0">
        <Button
          data-help={orderDeeds.makeFiles.help}
          variant={repeated ? "outline-secondary" : "primary"}
          disabled={busy || count === 0}
          onClick={() => void make()}
        >
          {count === 0 ? "Choose what, a format and a kind of file" : `Make ${files}${repeated ? " again" : ""}`}
        </Button>
      </p>
      {answer && "made" in answer && (
        <Notice weight="note">
          {answer.made} {answer.made === 1 ? "file is" : "files are"} on the way.{" "}
          {answer.skipped.length > 0 && `${answer.skipped.length} skipped: ${answer.skipped[0]} exists already. `}
          <Link href="/outbox">Open the outbox</Link>
        </Notice>
      )}
      {answer && "fault" in answer && <Notice weight="stop">{answer.fault}</Notice>}
      <OrderLists formats={formats} />
    </div>
  );
}

/** The kinds of file, in groups that fold, each with its ending. */
function Kinds(props: {
  outputs: readonly Output[];
  chosen: readonly string[];
  expected: Estimates | undefined;
  onChange: (chosen: readonly string[]) => void;
}) {
  const { outputs, chosen, expected, onChange } = props;
  return (
    <fieldset className="mt-12">
      <legend className="rubric">Kinds of file</legend>
      {purposes.map((purpose) => {
        const own = outputs.filter((output) => factsOf(output).purpose === purpose);
        return (
          own.length > 0 && (
            <details key={purpose} open={own.some(({ id }) => chosen.includes(id))}>
              <summary>{purposeWords[purpose]}</summary>
              {own.map((output) => (
                <label key={output.id} className="tick">
                  <input
                    data-help={orderDeeds.orderOutputs.help}
                    type="checkbox"
                    checked={chosen.includes(output.id)}
                    onChange={() => onChange(turned(chosen, output.id))}
                  />
                  <span className="text-nowrap">
                    {output.name}
                    {expected?.estimates.some((one) => one.output === output.id && one.bytes > 0) && (
                      <span className="figures quiet"> ≈ {bytes(sumOf(expected, [output.id], "bytes"))}</span>
                    )}
                  </span>{" "}
                  <small>
                    .{factsOf(output).ending}
                    {factsOf(output).single && ", of each graphic only"}
                  </small>
                </label>
              ))}
            </details>
          )
        );
      })}
    </fieldset>
  );
}

const turned = (list: readonly string[], id: string): string[] =>
  list.includes(id) ? list.filter((other) => other !== id) : [...list, id];
