import { pathToFileURL } from "node:url";
import { getRequestListener } from "@hono/node-server";
import compression from "compression";
import { Hono } from "hono";
import { bundleOf } from "./programs.mjs";

/*
 * Calls go straight to their handlers, past what serves the pages: that costs several milliseconds of processor time for
 * each, which people at the same screen wait for.
 */

/** The handlers by path, as the build puts them together. */
export const routesFile = bundleOf("api.ts");

/**
 * What serves calls, given each path's handlers by method. Paths are written as in `app/api`: `/api/designs/[design]`.
 * @param {Record<string, Record<string, unknown>>} routes
 * @returns {(request: import("node:http").IncomingMessage, response: import("node:http").ServerResponse) => void}
 */
export function serve(routes) {
  const app = new Hono();
  // What is named outright comes before what any name fits.
  const paths = Object.keys(routes).sort((a, b) => (a.replaceAll("[", "~") < b.replaceAll("[", "~") ? -1 : 1));
  for (const path of paths) {
    const handlers = routes[path];
    const pattern = path.replace(/\[(\w+)\]/g, ":$1");
    for (const method of ["GET", "POST"]) {
      const handler = handlers[method];
      if (handler) app.on(method, pattern, ({ req }) => handler(req.raw, { params: Promise.resolve(req.param()) }));
    }
    app.all(pattern, () => failure(405, "method", "This can’t be done here."));
  }
  app.notFound(() => failure(404, "address", "There is nothing at this address."));
  const listen = getRequestListener(app.fetch, {
    overrideGlobalObjects: false,
    // What can't be read as a request is the sender's fault.
    errorHandler: () => failure(400, "address", "This address can’t be read."),
  });
  const packed = compression();
  return (request, response) => packed(request, response, () => void listen(request, response));
}

const failure = (status, code, message) =>
  Response.json({ error: { code, message } }, { status, headers: { "Cache-Control": "no-store" } });

/** What the build has put together for the web process. */
export const readBuilt = () => import(pathToFileURL(routesFile).href);
