import { zodResolver } from "@hookform/resolvers/zod";
import type { ReactNode } from "react";
import Button from "react-bootstrap/Button";
import { useForm, type DefaultValues, type FieldErrors, type FieldValues, type UseFormRegister } from "react-hook-form";
import type { z } from "zod";
import { Notice } from "@/ui/parts/Notice";

interface Props<T extends FieldValues> {
  /** What is asked for. */
  readonly asks: z.ZodType<T, T>;
  readonly start?: DefaultValues<T>;
  /** Sends what was typed; what it throws stands under the boxes. */
  readonly send: (request: T) => Promise<void>;
  /** What the button says, and what it says once it was pressed. */
  readonly press: string;
  readonly pressed?: string;
  /** Its boxes. */
  readonly children: (box: UseFormRegister<T>, errors: FieldErrors<T>) => ReactNode;
}

/** A form at the door: some boxes, one button, and why what was sent was not taken. */
export function DoorForm<T extends FieldValues>({ asks, start, send, press, pressed = press, children }: Props<T>) {
  const form = useForm<T, unknown, T>({ resolver: zodResolver(asks), defaultValues: start });
  const { errors, isSubmitting, isSubmitSuccessful } = form.formState;
  const busy = isSubmitting || isSubmitSuccessful;
  const submit = form.handleSubmit((request) =>
    send(request).catch((error: Error) => form.setError("root", { message: error.message })),
  );
  return (
    <form method="post" noValidate onSubmit={(event) => void submit(event)}>
      {children(form.register, errors)}
      {errors.root && <Notice weight="stop">{errors.root.message}</Notice>}
      <Button type="submit" className="w-100" disabled={busy}>
        {busy ? pressed : press}
      </Button>
    </form>
  );
}
