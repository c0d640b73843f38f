"use client";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { OutputMade, Outputs as OutputsShape, type OutputView } from "@/contract/outputs";
import { outputDeeds } from "@/core/facts/output";
import { purposes } from "@/core/outputs/define";
import { factsOf, type Output } from "@/core/outputs/output";
import type { OutputSet } from "@/core/outputs/set";
import { call } from "@/ui/parts/api";
import { AskFirst } from "@/ui/parts/AskFirst";
import { useIs } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { OutputCard } from "./OutputCard";
import { OutputDialog } from "./OutputDialog";
import { SetDialog } from "./SetDialog";
import { SizeChart } from "./SizeChart";
import { purposeWords } from "./words";

type Open = { readonly output: OutputView | undefined } | { readonly set: OutputSet | undefined };

/** Adding, changing and taking away outputs and sets. */
function useOutputs() {
  const queries = useQueryClient();
  const [open, setOpen] = useState<Open>();
  const onSettled = () => queries.invalidateQueries({ queryKey: ["outputs"] });
  const put = useMutation({
    mutationFn: async (next: { output: Output } | { set: OutputSet }) => {
      const [folder, id, isNew] =
        "output" in next
          ? ["/api/outputs", next.output.id, open && "output" in open && !open.output]
          : ["/api/outputs/sets", next.set.id, open && "set" in open && !open.set];
      if (isNew) await call(folder, OutputMade, next);
      else await call(`${folder}/${id}`, z.null(), next);
    },
    onSuccess: () => setOpen(undefined),
    onSettled,
  });
  const remove = useMutation({
    mutationFn: (path: string) => call(`/api/outputs/${path}/remove`, z.null(), {}),
    onSettled,
  });
  const show = (which: Open | undefined) => {
    put.reset();
    setOpen(which);
  };
  return { open, put, remove, show };
}

/** Saved outputs as recipe cards, by what they are for; several together as sets; and what they weigh. */
export function Outputs() {
  const mayChange = useIs("designer");
  const list = useQuery({ queryKey: ["outputs"], queryFn: () => call("/api/outputs", OutputsShape), staleTime: 0 });
  const { open, put, remove, show } = useOutputs();
  const views = list.data?.outputs ?? [];
  const used = purposes.filter((purpose) => views.some(({ output }) => factsOf(output).purpose === purpose));
  return (
    <main className="page">
      <div className="page__head">
        <h1>Outputs</h1>
        <p>Saved export settings. People who fill in choose among them by name.</p>
        {mayChange && (
          <div className="d-flex gap-8">
            <Button data-help={outputDeeds.add.help} onClick={() => show({ output: undefined })}>
              {outputDeeds.add.label}
            </Button>
            <Button
              variant="outline-secondary"
              data-help={outputDeeds.addSet.help}
              onClick={() => show({ set: undefined })}
            >
              {outputDeeds.addSet.label}
            </Button>
          </div>
        )}
      </div>
      {list.error && <Notice weight="stop">{list.error.message}</Notice>}
      {remove.error && <Notice weight="stop">{remove.error.message}</Notice>}
      {list.isPending && <p className="quiet">Loading the outputs …</p>}
      {list.data && (
        <Sets
          sets={list.data.sets}
          views={views}
          mayChange={mayChange}
          onShow={show}
          onRemove={(id) => remove.mutate(`sets/${id}`)}
        />
      )}
      {used.map((purpose) => (
        <section key={purpose} aria-label={purposeWords[purpose]} className="mt-24">
          <h2 className="rubric">{purposeWords[purpose]}</h2>
          <ul className="outputs d-grid gap-24 list-none m-0 p-0">
            {views
              .filter(({ output }) => factsOf(output).purpose === purpose)
              .map((view) => (
                <OutputCard
                  key={view.output.id}
                  view={view}
                  footage={list.data!.footage}
                  mayChange={mayChange}
                  onChange={() => show({ output: view })}
                  onRemove={() => remove.mutate(view.output.id)}
                />
              ))}
          </ul>
        </section>
      ))}
      {views.length > 0 && <SizeChart views={views} />}
      {open && "output" in open && list.data && (
        <OutputDialog
          view={open.output}
          footage={list.data.footage}
          fault={put.error?.message}
          busy={put.isPending}
          onPut={(output) => put.mutate({ output })}
          onClose={() => show(undefined)}
        />
      )}
      {open && "set" in open && (
        <SetDialog
          set={open.set}
          views={views}
          fault={put.error?.message}
          busy={put.isPending}
          onPut={(set) => put.mutate({ set })}
          onClose={() => show(undefined)}
        />
      )}
    </main>
  );
}

function Sets(props: {
  sets: readonly OutputSet[];
  views: readonly OutputView[];
  mayChange: boolean;
  onShow: (open: Open) => void;
  onRemove: (id: string) => void;
}) {
  const { sets, views, mayChange, onShow, onRemove } = props;
  const nameOf = (id: string) => views.find(({ output }) => output.id === id)?.output.name;
  if (sets.length === 0) return null;
  return (
    <section aria-label="Sets" className="mt-24">
      <h2 className="rubric">Sets of outputs</h2>
      <ul className="list-none m-0 p-0 outputs__sets">
        {sets.map((set) => (
          <li
            key={set.id}
            className="d-flex flex-wrap align-items-baseline gap-12 border-bottom py-8"
            data-set={set.id}
          >
            <b className="fw-semibold text-nowrap">{set.name}</b>
            <span className="flex-grow-1 quiet">{set.outputs.flatMap((id) => nameOf(id) ?? []).join(" · ")}</span>
            {mayChange && (
              <>
                <Button variant="link" size="sm" data-help={outputDeeds.change.help} onClick={() => onShow({ set })}>
                  {outputDeeds.change.label}
                </Button>
                <AskFirst
                  words={outputDeeds.remove.label}
                  question={`Remove the set “${set.name}”? Its outputs stay.`}
                  no="Keep"
                  yes="Remove it"
                  help={outputDeeds.remove.help}
                  onYes={() => onRemove(set.id)}
                />
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
