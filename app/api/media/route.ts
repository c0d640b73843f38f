import { UploadQuery } from "@/contract/media";
import { handler } from "@/server/auth/handler";
import { takeUpload } from "@/server/files/uploads";

export const POST = handler("designer", { query: UploadQuery }, ({ request, query }) =>
  takeUpload(request, query.name),
);
