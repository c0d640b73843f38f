import { NextResponse, type NextRequest } from "next/server";
import { foreignHost, isOwnHost } from "@/server/auth/origin";

/** Gives every page a policy under which only our own scripts run; each page's carry a word that is used once. */
export function proxy(request: NextRequest): NextResponse {
  if (!isOwnHost(request.headers.get("host"))) return new NextResponse(foreignHost, { status: 421 });
  const nonce = btoa(crypto.randomUUID());
  const policy = [
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
    `frame-ancestors ${request.nextUrl.pathname.startsWith("/live/") ? "*" : "'none'"}`,
  ].join("; ");
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("Content-Security-Policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("Content-Security-Policy", policy);
  response.headers.set("Referrer-Policy", "same-origin");
  response.headers.set("X-Content-Type-Options", "nosniff");
  return response;
}

export const config = { matcher: ["/((?!api/|_next/static|fonts/).*)"] };
