import { z } from "zod";
import { Fps } from "@/core/document/fps";
import { RunningOrder } from "@/core/document/order";
import { Id } from "@/core/document/units";
import { Output } from "@/core/outputs/output";
import { Revision } from "./patch";
import { ReleaseScene } from "./releases";

const RowId = z.string().regex(/^[0-9a-f]{20}$/);

export const OrderQuery = z.strictObject({
  page: z.coerce.number().int().min(1).max(100000).default(1),
  search: z.string().max(80).default(""),
});

/** A running order in the list of them. */
export const OrderCard = z.object({
  id: z.string(),
  name: z.string(),
  entries: z.number(),
  changedAt: z.string(),
  changedBy: z.string().nullable(),
});
export type OrderCard = z.infer<typeof OrderCard>;
export const OrderList = z.object({ orders: z.array(OrderCard), page: z.number(), more: z.boolean() });
export type OrderList = z.infer<typeof OrderList>;

export const NewOrderRequest = z.strictObject({
  name: z.string().trim().min(1, "Enter a name.").max(120),
  copyOf: RowId.optional(),
});
export const OrderMade = z.object({ id: z.string() });

/** A release that an order shows, with all that showing it needs. */
export const OrderRelease = ReleaseScene.extend({
  id: z.string(),
  designId: z.string(),
  number: z.number(),
  /** The one that has been published since. */
  newer: z.object({ id: z.string(), number: z.number() }).nullable(),
  /** Whether its design has been put away: then nothing new is to be made of it. */
  away: z.boolean(),
});
export type OrderRelease = z.infer<typeof OrderRelease>;

/** Everything the page of an order needs. */
export const OrderView = z.object({
  id: z.string(),
  revision: Revision,
  document: RunningOrder,
  releases: z.array(OrderRelease),
  outputs: z.array(Output),
});
export type OrderView = z.infer<typeof OrderView>;

/** What is told whose change came too late. */
export const OrderConflict = z.object({
  revision: Revision,
  document: RunningOrder,
  by: z.string().nullable(),
  at: z.string(),
});
export type OrderConflict = z.infer<typeof OrderConflict>;

/** The files that were made of an order's graphics, each set of one request, format and output; the newest first. */
export const OrderFiles = z.object({
  sets: z.array(
    z.object({
      id: z.string(),
      askedAt: z.string(),
      format: z.string(),
      output: z.object({ id: z.string(), name: z.string(), fps: Fps }),
      files: z.array(z.object({ entry: z.string(), fileName: z.string(), lengthS: z.number().nullable() })),
    }),
  ),
});
export type OrderFiles = z.infer<typeof OrderFiles>;

/** Clips of an order: all of it as one, each part as its own, or both. */
export const OrderClipsRequest = z.strictObject({
  formats: z.array(Id).min(1).max(8),
  outputs: z.array(z.string().min(1).max(60)).min(1).max(24),
  whole: z.boolean().default(true),
  parts: z.boolean().default(false),
});

/** What those clips are expected to weigh and to take; lengths are those at which the page has placed the graphics. */
export const OrderEstimateRequest = OrderClipsRequest.extend({
  outputs: z.array(z.string().min(1).max(60)).min(1).max(100),
  lengthsS: z.record(Id, z.number().positive().max(86400)).refine((all) => Object.keys(all).length <= 5000),
});
