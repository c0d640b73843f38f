import { hash, verify } from "@node-rs/argon2";

/** argon2id with 19 MiB, 2 passes. Source: OWASP Password Storage. */
const settings = { memoryCost: 19456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, settings);

let decoy: Promise<string> | undefined;

/** Checks a password; without a hash it takes as long and fails, so that addresses can't be told apart by time. */
export async function checkPassword(stored: string | undefined, password: string): Promise<boolean> {
  decoy ??= hashPassword("no such member");
  const good = await verify(stored ?? (await decoy), password).catch(() => false);
  return stored !== undefined && good;
}
