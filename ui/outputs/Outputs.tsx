"use client";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { OutputMade, Outputs as OutputsShape, type OutputView } from "@/contract/outputs";
import { fileName } from "@/core/naming/file-name";
import { factsOf, type Output } from "@/core/outputs/output";
import { rateName } from "@/core/document/fps";
import { call } from "@/ui/parts/api";
import { useIs } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { OutputDialog } from "./OutputDialog";

/** Saved outputs as recipe cards: what is made, for what, at which rate, over what, under which name. */
export function Outputs() {
  const queries = useQueryClient();
  const mayChange = useIs("designer");
  const list = useQuery({ queryKey: ["outputs"], queryFn: () => call("/api/outputs", OutputsShape), staleTime: 0 });
  const [open, setOpen] = useState<OutputView | "new">();
  const put = useMutation({
    mutationFn: async (output: Output) => {
      if (open === "new") await call("/api/outputs", OutputMade, { output });
      else await call(`/api/outputs/${output.id}`, z.null(), { output });
    },
    onSuccess: () => setOpen(undefined),
    onSettled: () => queries.invalidateQueries({ queryKey: ["outputs"] }),
  });
  const remove = useMutation({
    mutationFn: (id: string) => call(`/api/outputs/${id}/remove`, z.null(), {}),
    onSettled: () => queries.invalidateQueries({ queryKey: ["outputs"] }),
  });
  const show = (which: OutputView | "new" | undefined) => {
    put.reset();
    setOpen(which);
  };
  return (
    <main className="page">
      <div className="page__head">
        <h1>Outputs</h1>
        <p>What clips are made as. Whoever fills in chooses among these by their names.</p>
        {mayChange && (
          <div>
            <Button onClick={() => show("new")}>New output …</Button>
          </div>
        )}
      </div>
      {list.error && <Notice weight="stop">{list.error.message}</Notice>}
      {remove.error && <Notice weight="stop">{remove.error.message}</Notice>}
      {list.isPending && <p className="quiet">Fetching the outputs …</p>}
      <ul className="outputs d-grid gap-24 list-none m-0 p-0">
        {list.data?.outputs.map((view) => (
          <OutputCard
            key={view.output.id}
            view={view}
            footage={list.data.footage}
            mayChange={mayChange}
            onChange={() => show(view)}
            onRemove={() => remove.mutate(view.output.id)}
          />
        ))}
      </ul>
      {open && list.data && (
        <OutputDialog
          view={open === "new" ? undefined : open}
          footage={list.data.footage}
          fault={put.error?.message}
          busy={put.isPending}
          onPut={(output) => put.mutate(output)}
          onClose={() => show(undefined)}
        />
      )}
    </main>
  );
}

function OutputCard(props: {
  view: OutputView;
  footage: readonly { hash: string; name: string }[];
  mayChange: boolean;
  onChange: () => void;
  onRemove: () => void;
}) {
  const { view, footage, mayChange, onChange, onRemove } = props;
  const { output, files, sheets } = view;
  const facts = factsOf(output);
  const example = fileName({ design: "Name strap", title: "Ngozi Fairweather", format: "wide", output }, () => false);
  return (
    <li className="outputs__card bg-sheet border p-16" data-output={output.id}>
      <h2>{output.name}</h2>
      <p className="quiet">{facts.technical}</p>
      <dl className="figures m-0">
        <dt>Rate</dt>
        <dd>{rateName(`${output.fps.num}/${output.fps.den}`)} frames a second</dd>
        <dt>Over</dt>
        <dd>{groundWords(output, footage)}</dd>
        <dt>Sound</dt>
        <dd>{facts.sound ? "the design’s, where it has one" : "none"}</dd>
        <dt>File</dt>
        <dd>{example}</dd>
      </dl>
      <p className="figures quiet mb-0">
        {files === 0 ? "No file of a sheet" : files === 1 ? "One file of a sheet" : `${files} files of sheets`} made as
        it; {sheets === 1 ? "one sheet is" : `${sheets} sheets are`} set to it.
      </p>
      {mayChange && (
        <div className="d-flex gap-8 mt-12">
          <Button variant="outline-secondary" size="sm" onClick={onChange}>
            Change …
          </Button>
          <Button variant="link" size="sm" onClick={onRemove}>
            Take away
          </Button>
        </div>
      )}
    </li>
  );
}

function groundWords(output: Output, footage: readonly { hash: string; name: string }[]): string {
  if (!("backing" in output)) return "nothing; it is see-through";
  if (output.backing.kind === "colour") return output.backing.colour;
  const { media } = output.backing;
  return footage.find(({ hash }) => media === `media:${hash}`)?.name ?? "footage that is gone";
}
