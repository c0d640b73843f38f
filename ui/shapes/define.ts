import type { ReactNode } from "react";
import type { Layer, ShapeKind } from "@/core/document/layer";

/** What can be set of a shape's own properties, on the bench. */
export type ShapeRows = (props: { readonly layer: Layer }) => ReactNode;

/** Rows for every kind of shape: forgotten ones are a compile error. */
export type RowsOf = { readonly [K in ShapeKind]: ShapeRows };

export const defineRows = (rows: ShapeRows): ShapeRows => rows;
