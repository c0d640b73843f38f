import stringify from "fast-json-stable-stringify";

/** Whether two values are the same as JSON, in whatever order their keys were written. */
export const sameJson = (a: unknown, b: unknown): boolean => a === b || stringify(a) === stringify(b);
