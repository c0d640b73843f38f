/** What is sent to the running instance, and what it has to get for it. */
export interface Input {
  readonly name: string;
  /** Part of the short run that all tests include. */
  readonly short?: boolean;
  /** `refused`: any status from 400 to 499, or 503 for too many; `taken`: 200; `any` of both, but never 500. */
  readonly gets: "refused" | "taken" | "any";
  /** Makes what is sent, before anybody looks at the clock. */
  readonly prepare?: () => Promise<Buffer | string> | Buffer | string;
  readonly send: (prepared: Buffer | string) => Promise<Answer>;
}

export interface Answer {
  readonly status: number;
  /** Words of a refusal; there must be some. */
  readonly message?: string | undefined;
}

/** What is wrong with an answer; undefined when nothing is. */
export function wrongWith({ gets }: Input, { status, message }: Answer): string | undefined {
  // On to another address of our own, which is as good as an answer.
  if (status === 308) return gets === "any" ? undefined : "sent on";
  const refused = (status >= 400 && status < 500) || status === 503 || status === 507;
  if (gets === "taken" && status !== 200) return `${status} ${message ?? ""}, should have been taken`;
  if (gets === "refused" && !refused) return `${status}, should have been refused`;
  if (gets === "any" && status !== 200 && !refused) return `${status} ${message ?? ""}`;
  if (refused && message === undefined) return `${status} without a word`;
  if (message !== undefined && /\bat .*:\d+:\d+|node_modules|undefined|ER_[A-Z]|ENO[A-Z]/.test(message)) {
    return `words that are none: ${message}`;
  }
  return undefined;
}
