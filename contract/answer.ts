import { z } from "zod";

/** Every handler answers one of these two. */
export const Failure = z.strictObject({
  error: z.strictObject({
    code: z.string(),
    message: z.string(),
    where: z.string().optional(),
    detail: z.unknown().optional(),
  }),
});
export type Failure = z.infer<typeof Failure>;

export const success = <T extends z.ZodType>(data: T) => z.strictObject({ data });

export const PageQuery = z.strictObject({
  page: z.coerce.number().int().min(1).max(100000).default(1),
});
export const pageSize = 50;
