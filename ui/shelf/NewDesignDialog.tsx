"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useId, useMemo } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { Controller, useForm } from "react-hook-form";
import { z } from "zod";
import { DraftShelf, NewDesign, type DraftCard } from "@/contract/designs";
import { beginningIds, beginnings, designFrom } from "@/core/beginnings/beginnings";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { Name } from "@/core/document/units";
import { blankDesign } from "@/core/edit/blank";
import { PicturedPlate } from "@/ui/parts/PicturedPlate";
import { usePictures } from "@/ui/stage/use-pictures";
import { call } from "@/ui/parts/api";
import { Labelled } from "@/ui/parts/Labelled";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";

/** Drafts with this tag are offered as beginnings of one's own. */
export const beginningTag = "beginning";
const pictureHeightPx = 100;
const blank = "blank";
const copyPrefix = "copy ";

const Wanted = z.object({ name: Name, from: z.string() });

/** What a choice in the dialog asks the server for. */
function requestOf({ name, from }: z.infer<typeof Wanted>) {
  if (from.startsWith(copyPrefix)) return { name, copyOf: from.slice(copyPrefix.length) };
  return from === blank ? { name } : { name, begins: from };
}

/** Drafts that are kept as beginnings, with the house they are in. */
function useOwn(enabled: boolean) {
  const query = new URLSearchParams({ tag: beginningTag });
  const { data } = useQuery({
    queryKey: ["drafts", query.toString()],
    queryFn: () => call(`/api/designs?${query}`, DraftShelf),
    enabled,
  });
  return data;
}

/** Starts a design from a picture of how it begins, or as a copy of another one, and opens it on the bench. */
export function NewDesignDialog({ source, onClose }: { source: DraftCard | undefined; onClose: () => void }) {
  const router = useRouter();
  const own = useOwn(source === undefined);
  const { register, handleSubmit, setError, control, formState } = useForm({
    resolver: zodResolver(Wanted),
    defaultValues: {
      name: source ? `${source.document.name}, copy`.slice(0, 80) : "",
      from: source ? `${copyPrefix}${source.id}` : blank,
    },
  });
  const { errors, isSubmitting, isSubmitSuccessful } = formState;
  const start = handleSubmit((wanted) =>
    call("/api/designs", NewDesign, requestOf(wanted)).then(
      ({ id }) => router.push(`/bench/${id}`),
      (error: Error) => setError("root", { message: error.message }),
    ),
  );
  return (
    <PaperDialog title="New design" onClose={onClose} {...(source ? {} : { size: "xl" })}>
      <Form noValidate onSubmit={(event) => void start(event)}>
        <Modal.Body>
          <Labelled
            label="Name"
            autoFocus
            maxLength={80}
            box={register("name")}
            fault={errors.name && "Give it a name."}
          />
          {source ? (
            <p className="quiet m-0">Copy of {source.document.name}.</p>
          ) : (
            <Controller
              control={control}
              name="from"
              render={({ field }) => <Begins own={own} value={field.value} onChange={field.onChange} />}
            />
          )}
          {errors.root && <Notice weight="stop">{errors.root.message}</Notice>}
        </Modal.Body>
        <Modal.Footer>
          <Button type="submit" disabled={isSubmitting || isSubmitSuccessful}>
            Open it on the bench
          </Button>
        </Modal.Footer>
      </Form>
    </PaperDialog>
  );
}

interface Plate {
  readonly from: string;
  readonly name: string;
  readonly about: string;
}

/** All there is to begin with, as pictures in the house's own colours; those kept by hand come after them. */
function Begins({
  own,
  value,
  onChange,
}: {
  own: DraftShelf | undefined;
  value: string;
  onChange: (from: string) => void;
}) {
  const house: House | undefined = own?.house;
  const designs = useMemo(() => {
    const all = new Map<string, Design>();
    if (!house || !own) return all;
    all.set(blank, blankDesign("begun", "Begun", house));
    for (const id of beginningIds) all.set(id, designFrom(id, "begun", "Begun", house));
    for (const { id, document } of own.drafts) all.set(`${copyPrefix}${id}`, document);
    return all;
  }, [own, house]);
  const label = useId();
  const pictures = usePictures(designs, house, pictureHeightPx);
  const plates: readonly Plate[] = [
    { from: blank, name: "Blank", about: "Blank: add every layer yourself" },
    ...beginningIds.map((id) => ({ from: id, ...beginnings[id] })),
    ...(own?.drafts ?? []).map(({ id, document }) => ({
      ...{ from: `${copyPrefix}${id}`, name: document.name, about: document.about || "Saved as a starter" },
    })),
  ];
  return (
    <div className="mt-12" role="radiogroup" aria-labelledby={label}>
      <p className="form-label mb-8" id={label}>
        Start from
      </p>
      <div className="beginnings">
        {plates.map(({ from, name, about }) => (
          <label key={from}>
            <input type="radio" name="from" value={from} checked={value === from} onChange={() => onChange(from)} />
            <PicturedPlate picture={pictures.get(from)} name={name} about={about} />
          </label>
        ))}
      </div>
    </div>
  );
}
