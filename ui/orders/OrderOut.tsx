"use client";
import Link from "next/link";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { JobAnswer } from "@/contract/exports";
import type { Format } from "@/core/document/format";
import { purposes } from "@/core/outputs/define";
import { factsOf } from "@/core/outputs/output";
import { call } from "@/ui/parts/api";
import { jobEnded } from "@/ui/parts/jobs";
import { Notice } from "@/ui/parts/Notice";
import { purposeWords } from "@/ui/outputs/words";
import { OrderLists } from "./OrderLists";
import { useOrder, useOrderStore } from "./store";

const Asked = z.object({ made: z.number(), skipped: z.array(z.string()) });

/** All of the order as one clip, each part as its own, in any output; and lists for those who edit. */
export function OrderOut({ formats }: { formats: readonly Format[] }) {
  const store = useOrderStore();
  const outputs = useOrder((state) => state.outputs);
  const on = useOrder((state) => state.document.entries.filter((entry) => entry.on).length);
  const [chosenFormats, setFormats] = useState<readonly string[]>(() => formats.slice(0, 1).map(({ id }) => id));
  const [chosen, setChosen] = useState<readonly string[]>(() => outputs.slice(0, 1).map(({ id }) => id));
  const [whole, setWhole] = useState(true);
  const [parts, setParts] = useState(false);
  const [busy, setBusy] = useState(false);
  const [answer, setAnswer] = useState<z.infer<typeof Asked> | { fault: string }>();
  const count = chosenFormats.length * chosen.length * ((whole ? 1 : 0) + (parts ? on : 0));
  const make = async () => {
    setBusy(true);
    setAnswer(undefined);
    try {
      // What is made is what is kept.
      await store.getState().flush();
      const request = { formats: chosenFormats, outputs: chosen, whole, parts };
      const { job } = await call(`/api/orders/${store.getState().id}/clips`, JobAnswer, request);
      const { state, result, error } = await jobEnded(job);
      if (state === "done") setAnswer(Asked.parse(result));
      else setAnswer({ fault: error ?? "This could not be done. Try again." });
    } catch (error) {
      setAnswer({ fault: (error as Error).message });
    }
    setBusy(false);
  };
  return (
    <div className="order-out">
      <fieldset className="mt-12">
        <legend className="rubric">What</legend>
        <label className="tick">
          <input type="checkbox" checked={whole} onChange={() => setWhole(!whole)} /> All of it as one file
        </label>
        <label className="tick">
          <input type="checkbox" checked={parts} onChange={() => setParts(!parts)} /> Each graphic as its own file, as
          long as its place
        </label>
      </fieldset>
      <fieldset className="mt-12">
        <legend className="rubric">Formats</legend>
        {formats.map(({ id, name }) => (
          <label key={id} className="tick">
            <input
              type="checkbox"
              checked={chosenFormats.includes(id)}
              onChange={() => setFormats(turned(chosenFormats, id))}
            />{" "}
            {name}
          </label>
        ))}
      </fieldset>
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
                      type="checkbox"
                      checked={chosen.includes(output.id)}
                      onChange={() => setChosen(turned(chosen, output.id))}
                    />
                    <span className="text-nowrap">{output.name}</span>
                    {factsOf(output).single && <small>of each graphic only</small>}
                  </label>
                ))}
              </details>
            )
          );
        })}
      </fieldset>
      <p className="text-end mt-12 mb-0">
        <Button disabled={busy || count === 0} onClick={() => void make()}>
          {count === 0 ? "Choose what, a format and a kind" : `Make ${count} ${count === 1 ? "file" : "files"}`}
        </Button>
      </p>
      {answer && "made" in answer && (
        <Notice weight="note">
          {answer.made} {answer.made === 1 ? "file is" : "files are"} on the way.{" "}
          {answer.skipped.length > 0 && `${answer.skipped.length} left as they are: ${answer.skipped[0]} is there. `}
          <Link href="/outbox">See the outbox</Link>
        </Notice>
      )}
      {answer && "fault" in answer && <Notice weight="stop">{answer.fault}</Notice>}
      <OrderLists format={chosenFormats[0] ?? formats[0]?.id} />
    </div>
  );
}

const turned = (list: readonly string[], id: string): string[] =>
  list.includes(id) ? list.filter((other) => other !== id) : [...list, id];
