import Form from "react-bootstrap/Form";
import type { UseFormRegisterReturn } from "react-hook-form";

/** A box of a form, its name being its id, with its label over it and, where it is wrong, its sentence under it. */
export function Labelled({
  label,
  box,
  fault,
  ...rest
}: {
  label: string;
  box: UseFormRegisterReturn;
  fault?: string;
  type?: string;
  autoComplete?: string;
  autoFocus?: boolean;
  maxLength?: number;
}) {
  const id = box.name;
  return (
    <Form.Group controlId={id} className="labelled">
      <Form.Label>{label}</Form.Label>
      <Form.Control {...rest} {...box} isInvalid={fault !== undefined} aria-describedby={`${id}-fault`} />
      <Form.Control.Feedback type="invalid" id={`${id}-fault`}>
        {fault}
      </Form.Control.Feedback>
    </Form.Group>
  );
}
