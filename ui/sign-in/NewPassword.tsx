import type { UseFormRegisterReturn } from "react-hook-form";
import { Labelled } from "@/ui/parts/Labelled";

/** The box where somebody who comes in for the first time, or again, chooses a password. */
export const NewPassword = ({ box, fault }: { box: UseFormRegisterReturn; fault: string | undefined }) => (
  <Labelled
    label="Password, at least 12 characters"
    type="password"
    autoComplete="new-password"
    autoFocus
    box={box}
    fault={fault}
  />
);
