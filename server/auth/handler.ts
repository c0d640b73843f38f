import type { z } from "zod";
import type { Role } from "@/contract/members";
import { faultsOf } from "@/core/document/upgrade";
import { isBusy, isUnreachable } from "@/server/db/connection";
import type { Link } from "@/server/db/links";
import type { Member } from "@/server/db/members";
import { log } from "@/server/log";
import { noteCall } from "@/server/operation/metrics";
import { Refusal } from "@/server/refusal";
import { newTraceId, traced } from "@/server/trace";
import { readBody } from "./body";
import { checkHost, checkOrigin } from "./origin";
import { admit, principalOf, stranger, type Access, type Principal } from "./principal";
import { spend } from "./spending";

/** Whoever calls, as far as the handler is meant for them. */
type Caller<A extends Access> = A extends "anyone"
  ? { readonly member?: Member }
  : A extends Role
    ? { readonly member: Member }
    : { readonly link: Link };

export type Call<A extends Access, Body, Query> = Caller<A> & {
  readonly request: Request;
  readonly params: Readonly<Record<string, string>>;
  readonly body: Body;
  readonly query: Query;
};

interface Shape<Body, Query> {
  readonly body?: z.ZodType<Body>;
  readonly query?: z.ZodType<Query>;
  /** Takes changes of documents, or whole ones, not only forms. */
  readonly large?: boolean;
  /** Answers the same to everybody: who calls is not looked up, which would need the database. */
  readonly sameForAll?: boolean;
  /** Answers under any name: whoever watches over machines asks each by its address. Only for what any page may know. */
  readonly anyHost?: boolean;
  /** Lets the holder of a link in, which counts as a visit; all else is for those who were let in. */
  readonly opensLink?: boolean;
  /** What it costs of what one person, link and address may spend in ten minutes. */
  readonly cost?: number;
}

type Context = { params: Promise<Record<string, string | string[]> | undefined> };
export type RouteHandler = ((request: Request, context: Context) => Promise<Response>) & { readonly access: Access };

/** Largest request bodies that are read into memory: of forms, and of documents with a thousand layers. */
const formLimits = { bytes: 256 * 1024, values: 20_000 };
const documentLimits = { bytes: 8 * 1024 * 1024, values: 60_000 };
/** Bytes of a large body that take about a hundredth of a second, one point of what may be spent. */
const bytesPerPoint = 100_000;

/**
 * The one way in: checks origin, principal, what that may, and input, then calls the use case. What it returns is answered as
 * `{data}`; a Refusal as `{error}`; a Response is passed through.
 */
export function handler<A extends Access, Body = undefined, Query = undefined>(
  access: A,
  shape: Shape<Body, Query>,
  run: (call: Call<A, Body, Query>) => Promise<unknown>,
): RouteHandler {
  const handle = async (request: Request, context: Context): Promise<Response> => {
    const id = newTraceId(request.headers.get("x-request-id"));
    const startedMs = performance.now();
    const response = await traced({ request: id }, () => answer(request, context));
    response.headers.set("X-Request-Id", id);
    noteCall(request.method, response.status, (performance.now() - startedMs) / 1000);
    return response;
  };
  const answer = async (request: Request, context: Context): Promise<Response> => {
    try {
      if (!shape.anyHost) checkHost(request);
      if (request.method !== "GET" && request.method !== "HEAD") checkOrigin(request);
      const params = Object.fromEntries(
        Object.entries((await context.params) ?? {}).map(([key, value]) => [key, String(value)]),
      );
      const principal = shape.sameForAll
        ? stranger
        : await principalOf(request, access.startsWith("link:") ? params.link : undefined, shape.opensLink);
      admit(principal, access);
      if (shape.cost !== undefined) await spend(principal, request, shape.cost);
      const query = shape.query ? parse(shape.query, Object.fromEntries(new URL(request.url).searchParams)) : undefined;
      const body = shape.body ? parse(shape.body, await bodyOf(request, principal)) : undefined;
      const call = { request, ...principal, params, body: body as Body, query: query as Query };
      // The principal has been admitted, so it is of the kind that the handler is for.
      const data = await run(call as unknown as Call<A, Body, Query>);
      return guarded(data instanceof Response ? data : Response.json({ data: data ?? null }));
    } catch (error) {
      return guarded(refuse(error, request));
    }
  };
  /** What a body holds, once its size has been counted against whoever sends it. */
  const bodyOf = async (request: Request, principal: Principal): Promise<unknown> => {
    if (!shape.large) return (await readBody(request, formLimits)).value;
    const { value, bytes } = await readBody(request, documentLimits);
    await spend(principal, request, Math.ceil(bytes / bytesPerPoint));
    return value;
  };
  return Object.assign(handle, { access });
}

function parse<T>(schema: z.ZodType<T>, input: unknown): T {
  const result = schema.safeParse(input);
  if (result.success) return result.data;
  const { path: where, message } = faultsOf(result.error)[0]!;
  throw new Refusal(422, "invalid", where ? `${where}: ${message}` : message, where);
}

/** Nothing that is told to one member is kept for another, or taken for what it is not. */
function guarded(response: Response): Response {
  const { headers } = response;
  if (!headers.has("Cache-Control")) headers.set("Cache-Control", "no-store");
  headers.set("X-Content-Type-Options", "nosniff");
  return response;
}

function refuse(error: unknown, request: Request): Response {
  if (error instanceof Refusal) {
    const { code, message, where, detail } = error;
    return Response.json({ error: { code, message, where, detail } }, { status: error.status });
  }
  if (isBusy(error)) {
    const message = "Very many are at work just now. Nothing is lost; try again in a moment.";
    return Response.json({ error: { code: "busy", message } }, { status: 503, headers: { "Retry-After": "2" } });
  }
  if (isUnreachable(error)) {
    const message = "The database does not answer just now. Nothing is lost; try again in a moment.";
    return Response.json(
      { error: { code: "database_gone", message } },
      { status: 503, headers: { "Retry-After": "5" } },
    );
  }
  log.error({ err: error, method: request.method, path: new URL(request.url).pathname }, "handler failed");
  const message = "Something went wrong on our side. It has been noted; please try again.";
  return Response.json({ error: { code: "internal", message } }, { status: 500 });
}
