/** Talking to the running instance as one of the demo members, the way a browser of theirs would. */
export const base = process.env.RUBRICK_TEST_URL ?? "http://127.0.0.1:3000";

export type Who = "odile" | "tomas" | "ines";
const cookies = new Map<string, string>();

export interface Reply {
  readonly status: number;
  readonly data: any; // eslint-disable-line @typescript-eslint/no-explicit-any -- tests read answers freely
  readonly error: { code: string; message: string; where?: string; detail?: unknown } | undefined;
  readonly headers: Headers;
}

export async function send(
  method: string,
  path: string,
  options: {
    cookie?: string;
    body?: unknown;
    raw?: string | Buffer;
    origin?: string | null;
    headers?: Record<string, string>;
  } = {},
): Promise<Reply> {
  const headers: Record<string, string> = { ...options.headers };
  if (options.cookie) headers.cookie = options.cookie;
  if (options.origin !== null) headers.origin = options.origin ?? base;
  const body = options.raw ?? (options.body === undefined ? undefined : JSON.stringify(options.body));
  if (body !== undefined) headers["content-type"] = "application/json";
  const answer = await fetch(base + path, { method, headers, body: body as BodyInit | undefined, redirect: "manual" });
  const json = (await answer.json().catch(() => ({}))) as { data?: unknown; error?: Reply["error"] };
  return { status: answer.status, data: json.data, error: json.error, headers: answer.headers };
}

/** The cookie of the session that an answer starts. */
export const sessionOf = (reply: Reply): string =>
  reply.headers
    .getSetCookie()
    .map((line) => line.split(";")[0]!)
    .find((pair) => /^rubrick-(?!known)/.test(pair))!;

export async function cookieOf(who: Who): Promise<string> {
  const known = cookies.get(who);
  if (known) return known;
  const body = { email: `${who}@quillmere.example`, password: "fern-moss-paper" };
  const reply = await send("POST", "/api/sign-in", { body });
  const cookie = sessionOf(reply);
  cookies.set(who, cookie);
  return cookie;
}

export const as = async (who: Who, method: string, path: string, body?: unknown): Promise<Reply> =>
  send(method, path, { cookie: await cookieOf(who), body });

export async function releaseId(): Promise<string> {
  const shelf = await as("ines", "GET", "/api/releases");
  return shelf.data.releases.find((release: { designId: string }) => release.designId === "name-strap").id;
}

export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** How long whatever is waited for may take: a busy machine is slow, and slow is no fault. */
export const patienceMs = 300_000;

/** Asks again until the answer satisfies; fails after all patience with what it saw last. */
export async function until<T>(ask: () => Promise<T>, good: (seen: T) => boolean, withinMs = patienceMs): Promise<T> {
  const end = Date.now() + withinMs;
  for (;;) {
    const seen = await ask();
    if (good(seen)) return seen;
    if (Date.now() > end) throw new Error(`gave up: ${JSON.stringify(seen)}`);
    await pause(200);
  }
}

/** Queues one export and answers its id. */
export async function startExport(more: Record<string, unknown> = {}): Promise<string> {
  const body = {
    releaseId: await releaseId(),
    values: { fields: { name: "Ada Fernsby", role: "Seed librarian" }, lengthS: 3 },
    formats: ["square"],
    outputs: ["see-through-clip"],
    ...more,
  };
  const reply = await as("ines", "POST", "/api/exports", body);
  if (reply.status !== 200) throw new Error(JSON.stringify(reply.error));
  return reply.data.ids[0];
}

export const readExport = async (id: string) => (await as("ines", "GET", `/api/exports/${id}`)).data;

/** What came of a job that was answered in the place of a result, as if that had been answered. */
export async function resultOf(cookie: string, data: unknown): Promise<Pick<Reply, "status" | "data" | "error">> {
  const id = (data as { job?: unknown } | undefined)?.job;
  if (typeof id !== "string") return { status: 200, data, error: undefined };
  const job = await until(
    async () => (await send("GET", `/api/jobs/${id}`, { cookie })).data,
    ({ state }) => state !== "waiting" && state !== "leased",
  );
  if (job.state === "done") return { status: 200, data: job.result, error: undefined };
  return { status: 422, data: undefined, error: { code: "job_failed", message: job.error } };
}

/** Calls a handler that may have a job look at something first, until it answers itself. */
export async function through(who: Who, path: string, body?: unknown): Promise<Reply> {
  for (;;) {
    const reply = await as(who, body === undefined ? "GET" : "POST", path, body);
    const id: unknown = reply.data?.job;
    if (reply.status !== 200 || typeof id !== "string") return reply;
    await until(
      async () => (await as(who, "GET", `/api/jobs/${id}`)).data,
      ({ state }) => state !== "waiting" && state !== "leased",
    );
  }
}

/** Adds a row with these cells to a sheet of a contributor's; answers its id. */
export async function newRow(sheet: string, cells: Record<string, unknown>): Promise<string> {
  const id = Array.from({ length: 20 }, () => Math.floor(Math.random() * 16).toString(16)).join("");
  const { status } = await as("ines", "POST", `/api/sheets/${sheet}/changes`, { add: [{ id, cells }] });
  if (status !== 200) throw new Error(`the row could not be added (${status})`);
  return id;
}
