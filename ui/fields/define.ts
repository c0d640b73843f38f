import type { ReactNode } from "react";
import type { Format } from "@/core/document/format";
import type { House } from "@/core/document/house";
import type { Field } from "@/core/fields/field";
import type { FieldValue } from "@/core/fields/value";

type FieldOf<K extends Field["kind"]> = Extract<Field, { kind: K }>;

export interface ControlProps<F = Field> {
  /** Of the box, so that its label and its notes name it. */
  readonly id: string;
  readonly field: F;
  readonly value: FieldValue;
  readonly house: House;
  /** The formats that the design is made in. */
  readonly formats: readonly Format[];
  /** Something is wrong with it. */
  readonly stopped: boolean;
  readonly onChange: (value: FieldValue) => void;
  readonly onLeave: () => void;
}

export interface SettingsProps<F = Field> {
  readonly house: House;
  readonly field: F;
  readonly change: (part: object) => void;
}

/** How one kind of field is filled in, and how it is set on the bench. */
export interface FieldControlKind<F = Field> {
  readonly Control: (props: ControlProps<F>) => ReactNode;
  /** Several things to press, which its label stands above. */
  readonly grouped?: boolean;
  readonly Settings?: (props: SettingsProps<F>) => ReactNode;
}

/** A control for every kind of field: a forgotten one is a compile error. */
export type ControlOf = { readonly [K in Field["kind"]]: FieldControlKind<FieldOf<K>> };

export const defineControl = <K extends Field["kind"]>(control: ControlOf[K]): ControlOf[K] => control;
