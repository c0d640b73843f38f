import { handler } from "@/server/auth/handler";
import { allows } from "@/server/auth/principal";
import { holdsToken, readMetrics } from "@/server/operation/metrics";
import { notFound } from "@/server/refusal";

/** Figures for whoever holds the word for them, and for owners; there is nothing here for anybody else. */
export const GET = handler("anyone", { anyHost: true }, async ({ member, request }) => {
  if (!holdsToken(request) && !(member && allows("owner", member.role))) throw notFound("page");
  const { text, type } = await readMetrics();
  return new Response(text, { headers: { "Content-Type": type } });
});
