import { randomBytes } from "node:crypto";
import { writeDown } from "./sender.mjs";

const isPage = (url) => !/^\/(api|_next\/static|fonts)\//.test(url);

/** What a page may do: only our own scripts run, which carry a word that is used once. */
const policyOf = (url, nonce) =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'`,
    "worker-src 'self' blob:",
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' blob:",
    "frame-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    // Only what is to be laid over a stream may stand in others' pages.
    `frame-ancestors ${url.startsWith("/live/") ? "*" : "'none'"}`,
  ].join("; ");

/** Gives every page its policy, and answers the word for its scripts; whoever renders it reads that there. */
export function keepPolicy(request, response) {
  if (!isPage(request.url)) return undefined;
  // No letter in it is written otherwise anywhere in a page.
  const nonce = randomBytes(18).toString("hex");
  const policy = policyOf(request.url, nonce);
  writeDown(request, "content-security-policy", policy);
  response.setHeader("Content-Security-Policy", policy);
  return nonce;
}
