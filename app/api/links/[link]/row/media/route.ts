import { UploadQuery } from "@/contract/media";
import { handler } from "@/server/auth/handler";
import { takeUpload } from "@/server/files/uploads";
import { notFound } from "@/server/refusal";

/** Pictures only: what must be decoded by a worker is brought along by members. */
export const POST = handler("link:fill", { query: UploadQuery, cost: 30 }, ({ link, request, query }) => {
  if (link.madeById === null) throw notFound("link");
  return takeUpload(request, { ...query, as: "slot" }, ["picture"], link.madeById);
});
