import { randomBytes } from "node:crypto";

/** A fresh record id: 20 hexadecimal figures, 80 random bits. */
export const newId = (): string => randomBytes(10).toString("hex");
