import { createHash, randomBytes } from "node:crypto";
import { sealData, unsealData } from "iron-session";
import { generateSecret, generateURI, verifySync } from "otplib";
import { required, type Db } from "@/server/db/connection";
import { setSecondFactor, spendSpareCode, spendStep } from "@/server/db/members";
import { inTransaction } from "@/server/db/transaction";

/*
 * Second factors: one-time codes of a device. Source: RFC 6238, with 30 seconds and six figures.
 */

const stepS = 30;
/** Codes of the step before and after count too: clocks differ. */
const toleranceS = 30;
const spares = 8;

interface Sealed {
  readonly secret: string;
  readonly member: string;
}

const options = (ttl: number) => ({ password: required("SESSION_SECRET"), ttl });
const setUpS = 15 * 60;

/** A secret for a device, as text and as an address it can read, sealed for whoever sets it up. */
export async function startFactor(member: { id: string; email: string }) {
  const secret = generateSecret();
  const uri = generateURI({ issuer: "Rubrick", label: member.email, secret });
  const held: Sealed = { secret, member: member.id };
  return { secret, uri, sealed: await sealData(held, options(setUpS)) };
}

/** The step of time that a code is of; undefined for a wrong one. */
function stepOf(secret: string, code: string): number | undefined {
  const plain = code.replace(/\s/g, "");
  if (!/^\d{6}$/.test(plain)) return undefined;
  const found = verifySync({ secret, token: plain, epochTolerance: toleranceS, period: stepS });
  return found.valid && "timeStep" in found ? Number(found.timeStep) : undefined;
}

const hashOf = (code: string): string =>
  createHash("sha256")
    .update(code.toUpperCase().replace(/[^A-Z0-9]/g, ""))
    .digest("hex");

/** Sets a second factor once its first code is right; answers its spare codes, or undefined for a wrong code. */
export async function confirmFactor(db: Db, memberId: string, sealed: string, code: string) {
  const held = await unsealData<Partial<Sealed>>(sealed, options(setUpS)).catch(() => ({}) as Partial<Sealed>);
  if (held.secret === undefined || held.member !== memberId) return undefined;
  const step = stepOf(held.secret, code);
  if (step === undefined) return undefined;
  const codes = Array.from({ length: spares }, () =>
    randomBytes(5)
      .toString("hex")
      .toUpperCase()
      .replace(/(.{5})/, "$1-"),
  );
  const kept = await sealData({ secret: held.secret, member: memberId }, options(0));
  await setSecondFactor(db, memberId, { sealed: kept, step, spareHashes: codes.map(hashOf) });
  return codes;
}

/**
 * Whether a code of a member's device, or a spare one, is right; each is good once. Spare ones are also where the secret
 * can't be opened any more, for SESSION_SECRET is another.
 */
export async function checkFactor(db: Db, memberId: string, sealed: string, code: string): Promise<boolean> {
  const { secret, member } = await unsealData<Partial<Sealed>>(sealed, options(0)).catch(() => ({}) as Partial<Sealed>);
  const step = secret !== undefined && member === memberId ? stepOf(secret, code) : undefined;
  if (step !== undefined) return spendStep(db, memberId, step);
  return inTransaction(db, (trx) => spendSpareCode(trx, memberId, hashOf(code)));
}
