import type { z } from "zod";
import { Failure } from "@/contract/answer";
import { meetSignedIn, meetSignedOut } from "./unsaved";

/** A refused or failed request, with words to show where it happened. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly where?: string,
    readonly detail?: unknown,
  ) {
    super(message);
    this.name = "ApiError";
  }
}

/** Nothing answers, too much is asked, or nobody is signed in: what passes, so that the same may go well later. */
export const mayPass = (status: number): boolean => status === 0 || status >= 500 || [401, 408, 429].includes(status);

/** Whether a request may outlive its page; browsers allow 64 KB of them in all. Source: Fetch, 4.6. */
export const outlives = (body: string): boolean => body.length < 15_000;

/**
 * Calls a handler and reads its answer by the contract's shape; `lasting` ones outlive the page if they may. Throws
 * ApiError.
 */
export async function call<T>(
  path: string,
  shape: z.ZodType<T>,
  body?: unknown,
  { lasting = false }: { lasting?: boolean } = {},
): Promise<T> {
  let answer: Response;
  try {
    answer = await fetch(path, body === undefined ? {} : post(body, lasting));
  } catch {
    throw new ApiError(0, "offline", "Rubrick can’t be reached. Check the connection. What you typed is not lost.");
  }
  const json: unknown = await answer.json().catch(() => undefined);
  if (!answer.ok) {
    const failure = Failure.safeParse(json);
    if (!failure.success) throw new ApiError(answer.status, "unreadable", "The answer could not be read. Try again.");
    const { code, message, where, detail } = failure.data.error;
    if (code === "signed_out") meetSignedOut();
    throw new ApiError(answer.status, code, message, where, detail);
  }
  meetSignedIn();
  const read = shape.safeParse((json as { data?: unknown } | undefined)?.data);
  if (read.success) return read.data;
  // The page was loaded before the server was updated, or something between the two changed the answer: what came of the
  // call nobody knows, as when nothing answers.
  console.error(path, read.error);
  throw new ApiError(0, "unreadable", "This page is out of date. Reload it; what you typed is not lost.");
}

function post(body: unknown, lasting: boolean): RequestInit {
  const text = JSON.stringify(body);
  const headers = { "Content-Type": "application/json" };
  return { method: "POST", headers, body: text, keepalive: lasting && outlives(text) };
}
