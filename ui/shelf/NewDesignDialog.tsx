"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { useRouter } from "next/navigation";
import { Button, Form, Modal } from "react-bootstrap";
import { useForm } from "react-hook-form";
import { NewDesign, NewDesignRequest, type DraftCard } from "@/contract/designs";
import { call } from "@/ui/parts/api";
import { Labelled } from "@/ui/parts/Labelled";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";

/** Starts a design from nothing or from another one, and opens it on the bench. */
export function NewDesignDialog(props: {
  source: DraftCard | undefined;
  drafts: readonly DraftCard[];
  onClose: () => void;
}) {
  const { source, drafts, onClose } = props;
  const router = useRouter();
  const { register, handleSubmit, setError, formState } = useForm({
    resolver: zodResolver(NewDesignRequest),
    defaultValues: { name: source ? `${source.document.name}, copy`.slice(0, 80) : "", copyOf: source?.id },
  });
  const { errors, isSubmitting, isSubmitSuccessful } = formState;
  const start = handleSubmit((request) =>
    call("/api/designs", NewDesign, request).then(
      ({ id }) => router.push(`/bench/${id}`),
      (error: Error) => setError("root", { message: error.message }),
    ),
  );
  return (
    <PaperDialog title="New design" onClose={onClose}>
      <Form noValidate onSubmit={(event) => void start(event)}>
        <Modal.Body>
          <Labelled
            label="Name"
            autoFocus
            maxLength={80}
            box={register("name")}
            fault={errors.name && "Give it a name."}
          />
          <Form.Group controlId="copyOf">
            <Form.Label>Begins as</Form.Label>
            <Form.Select {...register("copyOf", { setValueAs: (id: string) => (id === "" ? undefined : id) })}>
              <option value="">a blank design with one panel</option>
              {drafts.map(({ id, document }) => (
                <option key={id} value={id}>
                  a copy of {document.name}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
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
